#!/usr/bin/env bash
# What a page costs, on a running demo and in one run, so that the ratios hold on any machine:
#   bench/pages.sh [8080] [seconds]   each page by one connection, then job pages by 50 connections (needs wrk)
# A page's cost is set against the cheapest page of a person who is signed in. Transactions are the database's own count.
# A page of a job that is opened again is the one that was written, until something on it changes; "anew" stands for pages of which
# each is the first of its address, and has to be written: these are set against the cheapest page that is written at every request too.
set -euo pipefail
root=$(cd "$(dirname "${BASH_SOURCE[0]}")/.." && pwd -P)
base=http://127.0.0.1:${1:-8080}
seconds=${2:-4}
command -v wrk >/dev/null || { echo "bench: install wrk first" >&2; exit 1; }
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
jar=$work/cookies

ask() { curl -s -b "$jar" -c "$jar" "$@"; }
form_token() { sed -n 's/.*name="_csrf" value="\([^"]*\)".*/\1/p' | head -1; }
hidden() { sed -n "s/.*name=\"$1\" value=\"\([^\"]*\)\".*/\1/p" | head -1; }
sql() { PGPASSWORD=$(cat "$root/.run/demo/password") psql -h 127.0.0.1 -p "$(cat "$root/.run/demo/port")" -U hopmend -d hopmend -XqAt -c "$1"; }

sign_in() {
  local token
  token=$(ask "$base/sign-in" | form_token)
  ask -o /dev/null --data-urlencode "_csrf=$token" -d 'username=oskar&password=tar-rope-and-lantern' "$base/sign-in"
  cookie=$(awk '$6 == "hopmend" { print "Cookie: hopmend=" $7 }' "$jar")
}

# A job of so many codes; made once, found again by its title.
job_of() {
  local title="Bench-$1-codes" id text page i
  id=$(ask -G --data-urlencode "words=$title" "$base/jobs" | grep -o 'href="/jobs/[0-9]*"' | grep -o '[0-9]*' | head -1 || true)
  if [ -z "$id" ]; then
    text=P0340
    for ((i = 1; i < $1; i++)); do text+=$(printf ' P%04d' $((300 + i))); done
    page=$(ask "$base/jobs/new")
    id=$(ask -D - -o /dev/null --data-urlencode "_csrf=$(form_token <<<"$page")" --data-urlencode "token=$(hidden token <<<"$page")" \
      --data-urlencode "title=$title" --data-urlencode "text=$text" "$base/jobs" | sed -n 's|^[Ll]ocation:.*/jobs/\([0-9]*\).*|\1|p')
  fi
  echo "$id"
}

cat >"$work/many.lua" <<'LUA'
done = function(summary, latency, requests)
  local e = summary.errors
  io.write(string.format("%d %.3f %.3f %.3f %d\n", summary.requests, latency:percentile(50) / 1000, latency:percentile(95) / 1000,
    summary.requests / summary.duration * 1e6, e.status + e.connect + e.read + e.write + e.timeout))
end
local paths = {}
for line in io.lines(os.getenv("PATHS")) do paths[#paths + 1] = line end
local n = os.time() % 100000 * 10000
local anew = os.getenv("ANEW")
request = function()
  n = n + 1
  local path = paths[n % #paths + 1]
  return wrk.format("GET", anew and path .. "?first=" .. n or path)
end
LUA

# transactions of the database so far; its backends report once they are idle for a while
transactions() { sleep 2; sql "select xact_commit + xact_rollback from pg_stat_database where datname = current_database()"; }

measure() {
  local name=$1 path=$2 how=${3:-} before after found
  before=$(transactions)
  echo "$path" >"$work/this"
  found=$(PATHS=$work/this ${how:+env ANEW=yes} wrk -t1 -c1 -d"${seconds}s" -H "$cookie" -s "$work/many.lua" "$base" | tail -1)
  after=$(transactions)
  echo "$name|$(ask -o /dev/null -w '%{http_code} %{size_download}' "$base$path")|$found|$((after - before - 2))" >>"$work/pages"
}

sign_in
one=$(job_of 1) forty=$(job_of 40)
mapfile -t jobs < <(ask "$base/jobs" | grep -o 'href="/jobs/[0-9]*"' | grep -o '[0-9]*' | grep -vx -e "$one" -e "$forty" | head -3)
hops=(read prove find pick swap clear relearn verify)

echo "Warming up ..."
for job in "${jobs[@]}" "$one" "$forty"; do for hop in "${hops[@]}"; do echo "/jobs/$job/$hop"; done; done >"$work/paths"
for page in me jobs/new fleet jobs "jobs/${jobs[0]}/record"; do echo "/$page"; done | cat "$work/paths" - >"$work/all"
# Each page more than a hundred times: an expression of a template is compiled once it was asked for so often.
asked=0
while [ "$asked" -lt $((250 * $(wc -l <"$work/all"))) ]; do
  asked=$((asked + $(PATHS=$work/all ANEW=yes wrk -t1 -c8 -d"$((seconds * 5))s" -H "$cookie" -s "$work/many.lua" "$base" | tail -1 | cut -d' ' -f1)))
done

measure "a style sheet" /css/hopmend.css
measure "health" /actuator/health/liveness
measure "sign-in page" /sign-in
measure "* own settings" /me
measure "* new job" /jobs/new
measure "* fleet" /fleet
measure "* jobs" /jobs
measure "* record" "/jobs/${jobs[0]}/record"
for hop in "${hops[@]}"; do measure "* $hop" "/jobs/${jobs[0]}/$hop"; done
for hop in "${hops[@]}"; do measure "* $hop, anew" "/jobs/${jobs[0]}/$hop" anew; done
for hop in read prove verify; do
  for codes in "1 code:$one" "40 codes:$forty"; do
    measure "* $hop, ${codes%%:*}" "/jobs/${codes##*:}/$hop"
    measure "* $hop, ${codes%%:*}, anew" "/jobs/${codes##*:}/$hop" anew
  done
done

awk -F'|' '
  { split($2, answer, " "); split($3, t, " "); name[NR] = $1; status[NR] = answer[1]; size[NR] = answer[2]; median[NR] = t[2]; p95[NR] = t[3]; tx[NR] = $4 / t[1]; bad[NR] = t[5]
    if ($1 ~ /^\*/ && (!floor || t[2] < floor)) floor = t[2]
    if (always && $1 ~ /^\*/ && (!written || t[2] < written)) written = t[2]
    if ($1 ~ /record$/) always = 0 }
  BEGIN { always = 1 }
  END { printf "%-24s %6s %9s %9s %8s %10s %9s %6s\n", "page (* signed in)", "status", "bytes", "median ms", "p95 ms", "x cheapest", "x written", "tx"
    for (i = 1; i <= NR; i++) printf "%-24s %6s %9d %9.2f %8.2f %10.2f %9.2f %6.1f%s\n", name[i], status[i], size[i], median[i], p95[i], median[i] / floor, median[i] / written, tx[i], (bad[i] > 0 ? "   " bad[i] " failed" : "") }' "$work/pages"

# Ticks that a host took away for other machines, and all ticks: what was measured meanwhile is worth less.
ticks() { awk '/^cpu /{ all = 0; for (i = 2; i <= 9; i++) all += $i; print $9, all }' /proc/stat; }

before=$(ticks)
for how in "" anew; do
  for connections in 1 8 50; do
    PATHS=$work/paths ${how:+env ANEW=yes} wrk -t1 -c$connections -d"$((seconds * 3))s" -H "$cookie" -s "$work/many.lua" "$base" | tail -1 \
      | awk -v c="$connections" -v how="${how:+, anew}" '{ printf "job pages by %2d connections%s: %.0f a second, median %.0f ms, p95 %.0f ms, %d failed\n", c, how, $4, $2, $3, $5 }'
  done
done
echo "$before $(ticks)" | awk '{ printf "of the processors the host took away meanwhile: %.0f %%\n", ($4 > $2) ? 100 * ($3 - $1) / ($4 - $2) : 0 }'
