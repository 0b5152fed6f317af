#!/usr/bin/env bash
# Keeps what the database holds outside of it.
#   scripts/backup.sh base FOLDER   a whole copy as it stands, FOLDER/base-<time>, from which restore.sh goes to any moment since
#   scripts/backup.sh wal FOLDER    goes on until it is stopped: every change since, into FOLDER/wal, within a second
#   scripts/backup.sh dump FOLDER   one file, FOLDER/<time>.dump, that pg_restore reads into any later PostgreSQL
# Run `wal` always (a service that starts again), `base` each night, `dump` before an upgrade. The folder belongs on another
# disk: whoever reads it reads everything.  DATABASE_URL names the database; without it, the one of ./start.
set -euo pipefail
cd -- "$(dirname -- "${BASH_SOURCE[0]}")/.."
what="${1:-}"; folder="${2:-}"
[ -n "$folder" ] || { sed -n '2,7p' scripts/backup.sh >&2; exit 2; }
url="${DATABASE_URL:-$(scripts/pg.sh url)}"
PGBIN="${PGBIN:-$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n 1)}"
[ -d /usr/lib/postgresql/15/bin ] && PGBIN=/usr/lib/postgresql/15/bin
umask 077; mkdir -p "$folder"
now="$(date -u +%Y%m%dT%H%M%SZ)"
# A slot, so that the server keeps what was not fetched yet, through restarts of either.
slot=yarrowfen_backup
case "$what" in
  base)
    "$PGBIN/pg_basebackup" -d "$url" -D "$folder/base-$now.new" -X stream -c fast
    "$PGBIN/pg_verifybackup" -q "$folder/base-$now.new"
    mv "$folder/base-$now.new" "$folder/base-$now"    # only a whole one has the name
    echo "$folder/base-$now" ;;
  wal)
    mkdir -p "$folder/wal"
    "$PGBIN/pg_receivewal" -d "$url" -D "$folder/wal" --slot "$slot" --create-slot --if-not-exists
    exec "$PGBIN/pg_receivewal" -d "$url" -D "$folder/wal" --slot "$slot" --synchronous ;;
  dump)
    "$PGBIN/pg_dump" -d "$url" -Fc -f "$folder/$now.dump.new"
    mv "$folder/$now.dump.new" "$folder/$now.dump"
    echo "$folder/$now.dump" ;;
  *) sed -n '2,7p' scripts/backup.sh >&2; exit 2 ;;
esac
