#!/usr/bin/env bash
# How fast the list of jobs answers with many jobs in it, on a running demo:
#   bench/list-of-jobs.sh load [100000]    adds that many rows of jobs, without entries
#   bench/list-of-jobs.sh measure [8080]   asks pages and searches, prints the slowest and the median of 20
#   bench/list-of-jobs.sh remove           takes the rows out again
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)
sql() {
  PGPASSWORD=$(cat "$root/.run/demo/password") psql -h 127.0.0.1 -p "$(cat "$root/.run/demo/port")" -U hopmend -d hopmend -Xq -v ON_ERROR_STOP=1 "$@"
}

case ${1:-} in
  load)
    sql -v n="${2:-100000}" <<'SQL'
insert into job (title, fleet_number, customer, created_by, created_at, creation_token, code, vehicle, vin, next_words, signed_off, updated_at, search_text)
select 'Bench ' || i, 'Van ' || i % 900, 'Customer ' || i % 5000, 'bench', now() - i * interval '5 minutes', gen_random_uuid(),
       'P' || lpad((i * 7 % 4000)::text, 4, '0'), 'Wherrill Sedge 1.2 post van', 'BENCH' || lpad(i::text, 12, '0'), '', i % 50 <> 0, now() - i * interval '5 minutes',
       lower('Bench ' || i || ' Van ' || i % 900 || ' Customer ' || i % 5000 || ' Wherrill Sedge 1.2 post van BENCH' || lpad(i::text, 12, '0') || ' P' || lpad((i * 7 % 4000)::text, 4, '0'))
from generate_series(1, :n) as i;
analyze job;
SQL
    sql -At -c 'select count(*) || $$ jobs in the list$$ from job' ;;
  measure)
    base=http://127.0.0.1:${2:-8080}
    jar=$(mktemp); trap 'rm -f "$jar"' EXIT
    csrf() { sed -n 's/.*name="_csrf" value="\([^"]*\)".*/\1/p' | head -1; }
    token=$(curl -s -c "$jar" -b "$jar" "$base/sign-in" | csrf)
    curl -s -o /dev/null -c "$jar" -b "$jar" --data-urlencode "_csrf=$token" -d 'username=oskar&password=tar-rope-and-lantern' "$base/sign-in"
    for query in '' '?page=1' '?page=400' '?words=p0340' '?words=van+14' '?words=customer+4711' '?words=bench' '?words=zzzz' '?words=sedge&page=200'; do
      for _ in $(seq 23); do curl -s -o /dev/null -b "$jar" -w '%{http_code} %{time_starttransfer}\n' "$base/jobs$query"; done | tail -20 \
        | sort -k2 -n | awk -v q="$query" '{ if ($1 != 200) bad = "status " $1; t[NR] = $2 * 1000 } END { printf "%-24s median %5.1f ms, slowest %5.1f ms %s\n", "/jobs" q, t[int((NR + 1) / 2)], t[NR], bad }'
    done ;;
  remove) sql -c "delete from job where created_by = 'bench'" ;;
  *) sed -n '2,6p' "$0"; exit 2 ;;
esac
