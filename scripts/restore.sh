#!/usr/bin/env bash
# Makes a cluster of a copy that backup.sh took, as it stood at a moment.
#   scripts/restore.sh BASE WAL NEW [MOMENT]
#     BASE     a folder base-<time>           WAL  the folder wal beside it
#     NEW      a folder that is not there yet: `YF_PG_DIR=NEW scripts/pg.sh start` serves it then
#     MOMENT   such as '2026-11-27 14:05:00+00'; without one, all there is
# The old cluster is not touched: look at the new one, then move it into its place (.run/pg) and start as ever.
set -euo pipefail
cd -- "$(dirname -- "${BASH_SOURCE[0]}")/.."
[ $# -ge 3 ] || { sed -n '2,7p' scripts/restore.sh >&2; exit 2; }
base="$(realpath "$1")"; wal="$(realpath "$2")"; new="$3"; moment="${4:-}"
[ ! -e "$new" ] || { echo "restore: $new is there already" >&2; exit 1; }
[ -f "$base/PG_VERSION" ] || { echo "restore: $base is no copy of a cluster" >&2; exit 1; }
password="${YF_PG_PASSWORD_FILE:-.run/pg/password}"
[ -r "$password" ] || { echo "restore: name the file of the password by YF_PG_PASSWORD_FILE" >&2; exit 1; }
umask 077; mkdir -p "$new"; new="$(realpath "$new")"
cp -a "$base" "$new/data"; cp "$password" "$new/password"; cp -a "$wal" "$new/wal"
rm -f "$new/data/postmaster.pid" "$new/data/backup_manifest"
# The last segment is not full yet: it ends in .partial.
for part in "$new"/wal/*.partial; do [ ! -e "$part" ] || mv "$part" "${part%.partial}"; done
case "$new" in *"'"*) echo "restore: the folder's name must hold no apostrophe: PostgreSQL could not read its settings" >&2; exit 1;; esac
{ echo "restore_command = 'cp \"$new/wal/%f\" \"%p\"'"
  echo "recovery_target_action = 'promote'"
  [ -z "$moment" ] || echo "recovery_target_time = '${moment//\'/}'"; } >> "$new/data/postgresql.auto.conf"
touch "$new/data/recovery.signal"
[ "$(id -u)" != 0 ] || chown -R postgres: "$new"
chmod 700 "$new/data"
echo "restore: YF_PG_DIR=$new scripts/pg.sh start" >&2
