#!/usr/bin/env bash
# usage: scripts/pair.sh start|kill 1|kill 2|revive 1|revive 2|stop
# Two servers over one database behind HAProxy, which gives each request to the next: http://127.0.0.1:7490.
#   DATABASE_URL  the database    YF_PAIR_PORT  the proxy's port (7490); the servers take the two after it
set -euo pipefail
cd -- "$(dirname -- "${BASH_SOURCE[0]}")/.."
ROOT="$(pwd -P)"; RUN="$ROOT/.run/pair"; PORT="${YF_PAIR_PORT:-7490}"
umask 077; mkdir -p "$RUN"
fail() { printf 'pair: %s\n' "$*" >&2; exit 1; }
HAPROXY="$(command -v haproxy || echo /usr/sbin/haproxy)"

# Whether the process of a pid file still runs the program that it was written for.
runs() { local p; p="$(cat "$RUN/$1.pid" 2>/dev/null)" && [ "$(basename "$(readlink "/proc/$p/exe" 2>/dev/null | sed 's/ (deleted)$//')")" = "$2" ] && echo "$p"; }
end() { local p; p="$(runs "$1" "$2")" || return 0; kill "-${3:-TERM}" "$p" 2>/dev/null || true
  for _ in $(seq 100); do [ -d "/proc/$p" ] || break; sleep .1; done; rm -f "$RUN/$1.pid"; }
serve() {
  runs "$1" yarrowfen >/dev/null && return 0
  YARROWFEN_PORT=$((PORT + $1)) YARROWFEN_SECRET="$(cat "$RUN/secret")" YARROWFEN_STATIC="$ROOT/crates/web/static" \
    YARROWFEN_PROXIES=127.0.0.1 YARROWFEN_DEMO=1 setsid target/release/yarrowfen serve >>"$RUN/$1.log" 2>&1 </dev/null &
  echo $! >"$RUN/$1.pid"
  for _ in $(seq 100); do curl -fsS "http://127.0.0.1:$((PORT + $1))/alive" >/dev/null 2>&1 && return 0; sleep .1; done
  fail "server $1 did not start: $RUN/$1.log"
}

start() {
  [ -n "${DATABASE_URL:-}" ] || fail "DATABASE_URL is not set"
  [ -x "$HAPROXY" ] || fail "HAProxy is not installed (apt-get install haproxy)"
  # One key for both, or what one signs the other does not know.
  [ -s "$RUN/secret" ] || head -c 96 /dev/urandom | base64 -w0 >"$RUN/secret"
  serve 1; serve 2
  runs proxy haproxy >/dev/null && return 0
  cat >"$RUN/haproxy.cfg" <<CFG
global
  maxconn 1000
defaults
  mode http
  option forwardfor
  option redispatch
  option http-keep-alive
  retries 3
  # What no server has begun to answer is asked of the other; a form only where it never reached the first.
  retry-on conn-failure empty-response
  timeout connect 1s
  timeout client 120s
  timeout server 120s
frontend pages
  bind 127.0.0.1:$PORT
  http-request disable-l7-retry if METH_POST
  default_backend servers
backend servers
  balance roundrobin
  option httpchk GET /alive
  http-response set-header x-server %s
  server one 127.0.0.1:$((PORT + 1)) check inter 300ms fall 2 rise 1
  server two 127.0.0.1:$((PORT + 2)) check inter 300ms fall 2 rise 1
CFG
  setsid "$HAPROXY" -db -f "$RUN/haproxy.cfg" >"$RUN/proxy.log" 2>&1 </dev/null &
  echo $! >"$RUN/proxy.pid"
  for _ in $(seq 50); do curl -fsS "http://127.0.0.1:$PORT/alive" >/dev/null 2>&1 && { echo "http://127.0.0.1:$PORT"; return 0; }; sleep .1; done
  fail "the proxy did not start: $RUN/proxy.log"
}

case "${1:-}" in
  start) start ;;
  kill) end "${2:?which}" yarrowfen KILL ;;
  revive) [ -n "${DATABASE_URL:-}" ] || fail "DATABASE_URL is not set"; serve "${2:?which}" ;;
  stop) end proxy haproxy; end 1 yarrowfen; end 2 yarrowfen ;;
  *) sed -n '2,4p' "$0" >&2; exit 2 ;;
esac
