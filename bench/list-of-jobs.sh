#!/usr/bin/env bash
# How fast the list of jobs answers with many jobs in it, on a running demo:
#   bench/list-of-jobs.sh ratio [8080]      measures with 1 000 and with 1 000 000 jobs, and prints each against the other;
#                                           (every word that is searched fills a page in both)
#   bench/list-of-jobs.sh load [1000000]    adds that many rows of jobs, without entries
#   bench/list-of-jobs.sh measure [8080]    asks pages and searches, prints the median and the slowest of 60
#   bench/list-of-jobs.sh remove            takes the rows out again
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT

# as the owner of the tables, who alone may have them analysed
sql() {
  PGPASSWORD=$(cat "$root/.run/demo/owner-password") psql -h 127.0.0.1 -p "$(cat "$root/.run/demo/port")" -U hopmend_owner -d hopmend -Xq -v ON_ERROR_STOP=1 "$@"
}

load() {
  sql -v n="$1" <<'SQL'
insert into job (title, fleet_number, customer, created_by, created_at, creation_token, code, vehicle, vin, next_says, signed_off, updated_at, search_text)
select title, fleet_number, customer, 'bench', now() - i * interval '5 minutes', gen_random_uuid(), code, 'Wherrill Sedge 1.2 post van', vin, '',
       i % 50 <> 0, now() - i * interval '5 minutes',
       lower(concat_ws(' ', title, fleet_number, customer, 'Wherrill Sedge 1.2 post van', vin, code))
from (select i,
        'Bench ' || i || case when :n = 1000 and i % 40 = 0 then ' heron' else '' end as title,
        'Van ' || case when :n = 1000 and i % 40 = 11 then 14 else i % 900 end as fleet_number,
        'Customer ' || case when :n = 1000 and i % 40 = 11 then 4711 else i % 5000 end as customer,
        'P' || case when :n = 1000 and i % 40 = 21 then '0340' else lpad((i * 7 % 4000)::text, 4, '0') end as code,
        'BENCH' || lpad(i::text, 12, '0') as vin
      from generate_series(1, :n) as i) as jobs;
vacuum analyze job;
SQL
  sql -At -c 'select count(*) || $$ jobs in the list$$ from job'
}

remove() { sql -c "delete from job where created_by = 'bench'" -c "vacuum full analyze job"; }

# prints: query, median, slowest; in ms
measure() {
  local base=http://127.0.0.1:$1 jar=$work/cookies token middle query
  token=$(curl -s -c "$jar" -b "$jar" "$base/sign-in" | sed -n 's/.*name="_csrf" value="\([^"]*\)".*/\1/p' | head -1)
  curl -s -o /dev/null -c "$jar" -b "$jar" --data-urlencode "_csrf=$token" -d 'username=oskar&password=tar-rope-and-lantern' "$base/sign-in"
  middle=$(sql -At -c "select 'false~' || to_char(max(updated_at) - (max(updated_at) - min(updated_at)) / 2, 'YYYY-MM-DD\"T\"HH24:MI:SS.MS') || 'Z~1' from job where created_by = 'bench'")
  for query in '' "?after=$middle" '?before=end' '?words=p0340' '?words=van+14' '?words=customer+4711' '?words=bench' '?words=zzzz' '?words=p0340+sedge' "?words=sedge&after=$middle" '?words=4711' '?words=van+14+4711' '?words=heron' '?words=heron+sedge'; do
    for _ in $(seq 80); do curl -s -o /dev/null -b "$jar" -w '%{http_code} %{time_starttransfer}\n' "$base/jobs$query"; done | tail -60 | sort -k2 -n \
      | awk -v q="${query//$middle/MIDDLE}" '{ if ($1 != 200) bad = " status " $1; t[NR] = $2 * 1000 } END { printf "/jobs%s %.1f %.1f%s\n", q, t[int((NR + 1) / 2)], t[NR], bad }'
  done
}

case ${1:-} in
  load) load "${2:-1000000}" ;;
  measure) measure "${2:-8080}" | column -t ;;
  remove) remove ;;
  ratio)
    port=${2:-8080}
    remove; load 1000
    for _ in 1 2 3 4 5 6; do measure "$port" >"$work/few"; done
    load 999000
    measure "$port" >/dev/null
    measure "$port" >"$work/many"
    remove
    paste "$work/few" "$work/many" | awk 'BEGIN { print "query 1k_ms 1M_ms ratio" } { printf "%s %.1f %.1f %.2f\n", $1, $2, $5, $5 / $2 }' | column -t ;;
  *) sed -n '2,7p' "$0"; exit 2 ;;
esac
