#!/usr/bin/env bash
# Tries backup and restore on a cluster of its own: drop everything, restore to the moment before, count.
set -euo pipefail
cd -- "$(dirname -- "${BASH_SOURCE[0]}")/.."
say() { printf 'backup: %s\n' "$*"; }
fail() { printf 'backup: %s\n' "$*" >&2; exit 1; }
work="$(mktemp -d /var/tmp/yarrowfen-backup.XXXXXX)"; chmod 755 "$work"
export YF_PG_DIR="$work/old" YF_PG_PORT=54931
receiver=""
clean() {
  [ -z "$receiver" ] || kill "$receiver" 2>/dev/null || true
  for at in "$work/old" "$work/moment" "$work/all"; do YF_PG_DIR="$at" scripts/pg.sh stop >/dev/null 2>&1 || true; done
  rm -rf "$work"
}
trap clean EXIT
count() { psql -XAtq "$1" -c "select (select count(*) from kept_picks) || ' ' || (select count(*) from box_items) || ' ' || (select count(*) from log_events)"; }

scripts/pg.sh start >/dev/null; DATABASE_URL="$(scripts/pg.sh url)"; export DATABASE_URL
target/release/yarrowfen migrate >/dev/null; target/release/yarrowfen demo >/dev/null
scripts/backup.sh wal "$work/copy" >"$work/receiver.log" 2>&1 & receiver=$!
for _ in $(seq 50); do [ "$(psql -XAtq "$DATABASE_URL" -c "select count(*) from pg_replication_slots where active")" = 1 ] && break; sleep .2; done
base="$(scripts/backup.sh base "$work/copy" 2>/dev/null)"
dump="$(scripts/backup.sh dump "$work/copy")"
dumped="$(count "$DATABASE_URL")"

# What is written after the copy is only in what followed it.
psql -Xq "$DATABASE_URL" -c "insert into kept_picks select gen_random_uuid(), owner_id, 'after the copy', remark, place, request, answer, units, ladder, model from kept_picks limit 3"
before="$(count "$DATABASE_URL")"
[ "$before" != "$dumped" ] || fail "nothing was written after the copy"
sleep 1; moment="$(psql -XAtq "$DATABASE_URL" -c 'select clock_timestamp()')"; sleep 1
psql -Xq "$DATABASE_URL" -c 'drop schema public cascade' 2>/dev/null
# The last change is in the copy once the receiver has it on its disk.
end="$(psql -XAtq "$DATABASE_URL" -c 'select pg_current_wal_flush_lsn()')"
for _ in $(seq 50); do
  [ "$(psql -XAtq "$DATABASE_URL" -c "select coalesce(bool_and(flush_lsn >= '$end'), false) from pg_stat_replication where application_name = 'pg_receivewal'")" = t ] && break; sleep .2; done
kill "$receiver"; wait "$receiver" 2>/dev/null || true; receiver=""
scripts/pg.sh stop
export YF_PG_PASSWORD_FILE="$work/old/password"

scripts/restore.sh "$base" "$work/copy/wal" "$work/moment" "$moment" 2>/dev/null
# It serves for reading while it recovers; written to only once it is done.
served() {
  local url; url="$(YF_PG_DIR="$1" scripts/pg.sh start)"
  for _ in $(seq 150); do [ "$(psql -XAtq "$url" -c 'select pg_is_in_recovery()')" = f ] && break; sleep .2; done
  echo "$url"
}
url="$(served "$work/moment")"
restored="$(count "$url")"
[ "$restored" = "$before" ] || fail "restored to the moment: $restored rows, not $before"
psql -Xq "$url" -c "delete from kept_picks where name = 'after the copy'"    # it is written to as ever
psql -Xq "$url" -c 'create database from_dump'
"$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n 1)/pg_restore" -d "${url%/*}/from_dump" "$dump"
[ "$(count "${url%/*}/from_dump")" = "$dumped" ] || fail "the dump brought back other rows"
YF_PG_DIR="$work/moment" scripts/pg.sh stop

scripts/restore.sh "$base" "$work/copy/wal" "$work/all" 2>/dev/null
url="$(served "$work/all")"
[ "$(psql -XAtq "$url" -c "select count(*) from information_schema.tables where table_name = 'kept_picks'")" = 0 ] ||
  fail "without a moment, what was done last is not in it"
say "dropped everything; restored to the moment before with all rows (kept, box, log: $before), and from the dump ($dumped)"
