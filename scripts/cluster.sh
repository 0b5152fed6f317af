#!/usr/bin/env bash
# usage: scripts/cluster.sh start|url|primary|fail|heal|status|stop
# Two PostgreSQL servers on loopback: a primary, and a standby that has every acknowledged row before it is acknowledged.
# Patroni watches them and lets the standby take over; HAProxy leads to whichever is primary. From Debian's packages
# patroni, haproxy and etcd-server, which start installs where they are missing.
#   fail: kills the primary with its watcher      heal: brings back what was killed, as a standby
# To try failovers, not to run for others: one etcd on one machine is no majority (docs/operations.md).
set -euo pipefail
cd -- "$(dirname -- "${BASH_SOURCE[0]}")/.."
ROOT="$(pwd -P)"; ME=cluster
. scripts/common.sh
BASE="${YF_CLUSTER_DIR:-/var/tmp/yarrowfen-cluster}"
# Below the ports that clients are given.
DOOR=25430 ETCD=23790 ETCD_PEER=23800
pg_port() { echo $((25430 + $1)); }; rest_port() { echo $((28000 + $1)); }
PGBIN="$(ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1 || true)"
if [ "$(id -u)" = 0 ]; then who=(runuser -u postgres --); else who=(); fi
as() { (cd / && exec "${who[@]}" "$@"); }

runs() { local p; p="$(cat "$BASE/$1.pid" 2>/dev/null)" && [ -d "/proc/$p" ] && grep -q "$BASE" "/proc/$p/cmdline" 2>/dev/null && echo "$p"; }
# In a group of its own, so that all of it can be killed at once.
launch() { local name="$1"; shift
  runs "$name" >/dev/null && return 0
  (cd / && exec setsid "${who[@]}" setsid sh -c 'echo $$ >"$1"; shift; exec "$@"' _ "$BASE/$name.pid" "$@" >>"$BASE/$name.log" 2>&1 </dev/null) & }
end() { local p; p="$(runs "$1")" || return 0; kill "-${2:-TERM}" -- "-$p" 2>/dev/null || true
  for _ in $(seq 150); do [ -d "/proc/$p" ] || break; sleep .1; done; rm -f "$BASE/$1.pid"; }
# The server of a node is no child of its watcher's group.
kill_node() { local m; end "node$1" KILL
  m="$(head -n 1 "$BASE/data$1/postmaster.pid" 2>/dev/null || true)"; [ -n "$m" ] || return 0
  [ "$(readlink "/proc/$m/cwd" 2>/dev/null)" = "$BASE/data$1" ] || return 0
  kill -KILL $(pgrep -P "$m") "$m" 2>/dev/null || true; }
role() { curl -s -o /dev/null -w '%{http_code}' --max-time 2 "http://127.0.0.1:$(rest_port "$1")/$2" || true; }
primary() { for n in 1 2; do [ "$(role "$n" primary)" = 200 ] && { echo "$n"; return 0; }; done; return 1; }
url() { echo "postgres://yarrowfen:$(cat "$BASE/password")@127.0.0.1:$DOOR/yarrowfen"; }
wait_for() { for _ in $(seq 600); do "$@" >/dev/null 2>&1 && return 0; sleep .2; done; fail "waited two minutes for: $*"; }
synchronous() { local n; n="$(primary)" && [ "$(role "$((3 - n))" sync)" = 200 ]; }
answers() { "$PGBIN/psql" -XAtq "$(url)" -c 'select 1' 2>/dev/null | grep -q 1; }

node() { # Patroni's settings of a node
  cat <<YAML
scope: yarrowfen
name: node$1
restapi: { listen: "127.0.0.1:$(rest_port "$1")", connect_address: "127.0.0.1:$(rest_port "$1")" }
etcd3: { host: "127.0.0.1:$ETCD" }
bootstrap:
  dcs:
    ttl: 20
    loop_wait: 2
    retry_timeout: 10
    # Whoever is killed is not waited for: the standby has all that was acknowledged.
    primary_start_timeout: 0
    # Nothing is acknowledged that the standby does not have, and only such a standby takes over.
    synchronous_mode: true
    postgresql: { use_pg_rewind: true, use_slots: true, parameters: { max_connections: 60, synchronous_commit: "on", wal_keep_size: 256MB } }
  initdb: [ encoding: UTF8, { locale: C.UTF-8 }, data-checksums ]
  pg_hba: [ "host all all 127.0.0.1/32 scram-sha-256", "host replication all 127.0.0.1/32 scram-sha-256" ]
postgresql:
  listen: "127.0.0.1:$(pg_port "$1")"
  connect_address: "127.0.0.1:$(pg_port "$1")"
  data_dir: $BASE/data$1
  bin_dir: $PGBIN
  pgpass: $BASE/pgpass$1
  authentication:
    superuser: { username: postgres, password: "$2" }
    replication: { username: replicator, password: "$2" }
    rewind: { username: rewinder, password: "$2" }
  parameters: { unix_socket_directories: "", timezone: UTC }
YAML
}

door() { cat <<CFG
global
  maxconn 400
defaults
  mode tcp
  timeout connect 1s
  timeout client 30m
  timeout server 30m
listen primary
  bind 127.0.0.1:$DOOR
  option httpchk GET /primary
  http-check expect status 200
  default-server inter 500ms fall 2 rise 1 on-marked-down shutdown-sessions
  server node1 127.0.0.1:$(pg_port 1) check port $(rest_port 1)
  server node2 127.0.0.1:$(pg_port 2) check port $(rest_port 2)
CFG
}

start() {
  need_postgres
  local missing=(); command -v patroni >/dev/null || missing+=(patroni python3-etcd); command -v haproxy >/dev/null || [ -x /usr/sbin/haproxy ] || missing+=(haproxy)
  [ -x /usr/bin/etcd ] || missing+=(etcd-server)
  [ ${#missing[@]} = 0 ] || need_packages "a standby" "${missing[@]}"
  PGBIN="$(ls -d /usr/lib/postgresql/*/bin | sort -V | tail -n 1)"
  if [ "$(id -u)" = 0 ]; then install -d -o postgres -g postgres -m 700 "$BASE"; else install -d -m 700 "$BASE"; fi
  [ -s "$BASE/password" ] || as sh -c 'umask 077; head -c 24 /dev/urandom | base64 | tr -d "/+=\n" >"$1"' _ "$BASE/password"
  for n in 1 2; do node "$n" "$(cat "$BASE/password")" | as sh -c 'umask 077; cat >"$1"' _ "$BASE/node$n.yml"; done
  door | as sh -c 'cat >"$1"' _ "$BASE/haproxy.cfg"
  say "etcd, Patroni twice and HAProxy, in $BASE"
  launch etcd etcd --data-dir "$BASE/etcd" --listen-client-urls "http://127.0.0.1:$ETCD" --advertise-client-urls "http://127.0.0.1:$ETCD" \
    --listen-peer-urls "http://127.0.0.1:$ETCD_PEER" --initial-advertise-peer-urls "http://127.0.0.1:$ETCD_PEER" --initial-cluster "default=http://127.0.0.1:$ETCD_PEER"
  wait_for curl -fsS "http://127.0.0.1:$ETCD/health"
  # The first time one makes the cluster; later whichever was primary last may be it again.
  [ -d "$BASE/data2" ] || { launch node1 patroni "$BASE/node1.yml"; wait_for primary; }
  for n in 1 2; do launch "node$n" patroni "$BASE/node$n.yml"; done
  launch door /usr/sbin/haproxy -db -f "$BASE/haproxy.cfg"
  wait_for synchronous
  local at="$BASE/password" n; n="$(primary)"
  PGPASSWORD="$(cat "$at")" "$PGBIN/psql" -Xq -h 127.0.0.1 -p "$(pg_port "$n")" -U postgres postgres <<SQL
select 'create role yarrowfen login createdb password ''$(cat "$at")''' where not exists (select from pg_roles where rolname = 'yarrowfen') \gexec
select 'create database yarrowfen owner yarrowfen' where not exists (select from pg_database where datname = 'yarrowfen') \gexec
SQL
  wait_for answers
  url
}

case "${1:-}" in
  start) start ;;
  url) url ;;
  primary) primary ;;
  fail) n="$(primary)" || fail "there is no primary"; kill_node "$n"; say "killed node$n" ;;
  heal) for n in 1 2; do launch "node$n" patroni "$BASE/node$n.yml"; done; wait_for synchronous; say "node$(primary) is primary, the other follows" ;;
  status) for n in 1 2; do say "node$n: primary $(role "$n" primary), synchronous $(role "$n" sync)"; done ;;
  stop) end door; end node1; end node2; for n in 1 2; do kill_node "$n"; done; end etcd ;;
  *) sed -n '2,8p' "$0" >&2; exit 2 ;;
esac
