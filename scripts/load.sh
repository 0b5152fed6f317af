#!/usr/bin/env bash
# Requests a second of the Pick page against the same page from a fixed struct, interleaved in one run, 16 connections.
# Only the ratio means anything. Needs wrk (apt-get install wrk). Then the box of 5,000 rows and a pick from it against a page of rows by one SELECT. Talks to 127.0.0.1 only, about two minutes.
set -euo pipefail
cd -- "$(dirname -- "${BASH_SOURCE[0]}")/.."
command -v wrk >/dev/null || { echo "load: wrk is missing (apt-get install wrk)" >&2; exit 1; }
SQLX_OFFLINE=true cargo build --release -q --example load_target
scripts/pg.sh start >/dev/null
DATABASE_URL="$(scripts/pg.sh url)"; export DATABASE_URL YARROWFEN_PORT=7590 YARROWFEN_STATIC=crates/web/static
YARROWFEN_SECRET="$(head -c 96 /dev/urandom | base64 -w0)"; export YARROWFEN_SECRET
target/release/examples/load_target >.run/load.log & server=$!
# The account made for this run goes with it.
forget() { psql -q "$DATABASE_URL" -c "delete from owners where id in (select owner_id from accounts where name like 'load %')" >/dev/null || true; }
trap 'kill $server 2>/dev/null || true; forget' EXIT
base="http://127.0.0.1:$YARROWFEN_PORT"
for _ in $(seq 50); do curl -fsS "$base/health" >/dev/null 2>&1 && break; sleep .1; done
cookie="$(curl -sI -X GET "$base/" | sed -n 's/^[Ss]et-[Cc]ookie: \([^;]*\).*/\1/p' | tr -d '\r')"
own="$(sed -n 's/^cookie //p' .run/load.log)"
rate() { wrk -t1 -c16 -d4s -H "Cookie: $cookie${2:+; $2}" "$base$1" | sed -n 's/^Requests\/sec: *//p'; }
for _ in 1 2 3; do
  a="$(rate /)"; b="$(rate /fixed)"
  echo "pick $a/s   fixed $b/s   ratio $(echo "scale=2; $a/$b" | bc)"
done
for _ in 1 2 3; do
  a="$(rate /box "$own")"; b="$(rate '/?depth=3+m' "$own")"; c="$(rate /one-select)"
  echo "box of 5000 $a/s   pick from it $b/s   one select $c/s   ratios $(echo "scale=2; $a/$c" | bc) $(echo "scale=2; $b/$c" | bc)"
done
echo "memory after the load: $(awk '/VmRSS/ {print $2/1024 " MB"}' "/proc/$server/status")"
