#!/usr/bin/env bash
# usage: scripts/pg.sh start|stop|status|url
# A private PostgreSQL cluster of this checkout, on loopback only. PostgreSQL never runs as root.
#   YF_PG_PORT  the first port to try (default 54731)      YF_PG_DIR  where the cluster lies (default .run/pg)
set -euo pipefail
ROOT="$(cd -- "$(dirname -- "${BASH_SOURCE[0]}")/.." && pwd -P)"
WANTED="${YF_PG_PORT:-54731}"; DB=yarrowfen; ROLE=yarrowfen
say() { printf 'database: %s\n' "$*" >&2; }

PGBIN="${PGBIN:-}"
if [ -z "$PGBIN" ]; then
  PGBIN="$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1 || true)"
  [ -d /usr/lib/postgresql/15/bin ] && PGBIN=/usr/lib/postgresql/15/bin
fi
[ -x "$PGBIN/initdb" ] || { say "PostgreSQL is not installed (no initdb found)"; exit 1; }

# Root hands everything to the user postgres, with a working directory that user can enter.
if [ "$(id -u)" = 0 ]; then
  as() { ( cd / && exec runuser -u postgres -- "$@" ); }
  BASE="${YF_PG_DIR:-$ROOT/.run/pg}"
  mkdir -p "$BASE"; chown postgres: "$BASE"; chmod 700 "$BASE"
  if ! as test -w "$BASE"; then   # a checkout below a home that postgres cannot enter
    rmdir "$BASE" 2>/dev/null || true
    BASE="/var/tmp/yarrowfen-$(printf %s "$BASE" | cksum | cut -d' ' -f1)"
    if [ -L "$BASE" ] || { [ -e "$BASE" ] && [ "$(stat -c %U "$BASE")" != postgres ]; }; then say "$BASE belongs to somebody else"; exit 1; fi
    install -d -o postgres -g postgres -m 700 "$BASE"
  fi
else
  as() { ( cd / && exec "$@" ); }
  BASE="${YF_PG_DIR:-$ROOT/.run/pg}"; mkdir -p "$BASE"; chmod 700 "$BASE"
fi
DATA="$BASE/data"; LOG="$BASE/log"; PW="$BASE/password"; PORT_FILE="$BASE/port"
port() { cat "$PORT_FILE" 2>/dev/null || echo "$WANTED"; }
url() { echo "postgres://$ROLE:$(cat "$PW")@127.0.0.1:$(port)/$DB"; }
ready() { "$PGBIN/pg_isready" -q -h 127.0.0.1 -p "$(port)" -t 2; }

# Processes of this cluster: whatever a pid file says, a server's working directory is its data folder.
ours() { local p; for p in $(pgrep -x postgres || true); do
  [ "$(readlink "/proc/$p/cwd" 2>/dev/null)" != "$DATA" ] || echo "$p"; done; }
master() { local p; p="$(head -n 1 "$DATA/postmaster.pid" 2>/dev/null || true)"
  [ -n "$p" ] && [ "$(readlink "/proc/$p/cwd" 2>/dev/null)" = "$DATA" ] && echo "$p"; }
taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

make_cluster() {   # beside its place first, so that a killed initdb leaves no half cluster
  [ ! -f "$DATA/PG_VERSION" ] || return 0
  say "making a private cluster in $BASE"
  rm -rf "$DATA.new"
  as sh -c 'umask 077; head -c 24 /dev/urandom | base64 | tr -d "/+=\n" >"$1"' _ "$PW"
  as "$PGBIN/initdb" -D "$DATA.new" -U "$ROLE" --pwfile="$PW" --auth=scram-sha-256 --encoding=UTF8 --locale=C.UTF-8 --data-checksums >/dev/null
  as tee -a "$DATA.new/postgresql.conf" >/dev/null <<'CONF'
listen_addresses = '127.0.0.1'
unix_socket_directories = ''
max_connections = 60
shared_buffers = 64MB
timezone = 'UTC'
CONF
  as mv "$DATA.new" "$DATA"
}

clear_stale() {   # no live master: let orphans of a killed one go, end those that stay, drop its pid file
  local _ p
  for _ in $(seq 30); do [ -z "$(ours)" ] && break; sleep .1; done
  for p in $(ours); do kill -9 "$p" 2>/dev/null || true; done
  rm -f "$DATA/postmaster.pid"
}

free_port() {
  local p
  for p in $(seq "$WANTED" "$((WANTED + 40))"); do
    if ! taken "$p"; then
      [ "$p" = "$WANTED" ] || say "port $WANTED is in use, taking $p"
      echo "$p" | as tee "$PORT_FILE" >/dev/null; return 0
    fi
  done
  say "no free port between $WANTED and $((WANTED + 40))"; return 1
}

start() {
  exec 9>"$BASE/.lock"; flock -w 120 9
  make_cluster
  local m i
  for i in 1 2 3; do
    if m="$(master)"; then
      for _ in $(seq 120); do ready && break 2; [ -d "/proc/$m" ] || break; sleep .5; done
      if [ -d "/proc/$m" ]; then say "server $m runs but does not answer"; return 1; fi
    fi
    clear_stale; free_port
    if as "$PGBIN/pg_ctl" -D "$DATA" -o "-p $(port)" -l "$LOG" -w -t 60 start >/dev/null 2>&1 </dev/null 9>&-; then break; fi
    if [ "$i" = 3 ]; then say "the server does not start; its log ends:"; as tail -n 20 "$LOG" >&2; return 1; fi
    sleep 1
  done
  local admin; admin="$(url)"; admin="${admin%/*}/postgres"
  [ "$("$PGBIN/psql" -XAtq "$admin" -c "select 1 from pg_database where datname = '$DB'")" = 1 ] ||
    "$PGBIN/psql" -Xq "$admin" -c "create database $DB"
  exec 9>&-
}

case "${1:-}" in
  start) start; url ;;
  stop) if master >/dev/null; then as "$PGBIN/pg_ctl" -D "$DATA" -m fast -w -t 60 stop >/dev/null; fi ;;
  status) if m="$(master)" && ready; then echo "up, pid $m, port $(port), $DATA"; else echo down; exit 3; fi ;;
  url) url ;;
  *) echo "usage: $0 start|stop|status|url" >&2; exit 2 ;;
esac
