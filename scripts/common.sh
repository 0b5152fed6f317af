# Shared by ./start and ./test: how packages are installed and Rust is checked. Sourced, not run.
say() { printf '%s: %s\n' "$ME" "$*"; }
fail() { printf '%s: %s\n' "$ME" "$*" >&2; exit 1; }

# root, or a user with sudo
admin() { if [ "$(id -u)" = 0 ]; then "$@"; else sudo "$@"; fi; }

need_packages() { # what for, packages...
  local what="$1"; shift
  command -v apt-get >/dev/null || fail "$what is missing and this is no Debian: install it by hand ($*)"
  if [ "$(id -u)" != 0 ] && ! command -v sudo >/dev/null; then fail "$what is missing; installing it needs root or sudo ($*)"; fi
  say "installing $what from Debian ($*)"
  admin apt-get update -qq
  # No cluster of Debian's own making: ours is private.
  if [ ! -e /etc/postgresql-common/createcluster.conf ]; then
    admin mkdir -p /etc/postgresql-common
    echo 'create_main_cluster = false' | admin tee /etc/postgresql-common/createcluster.conf >/dev/null
  fi
  admin env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >/dev/null
}

need_postgres() {
  if ! ls -d /usr/lib/postgresql/*/bin/initdb >/dev/null 2>&1; then need_packages PostgreSQL postgresql postgresql-client; fi
}

need_tools() { # the few programs that a bare Debian may lack
  local missing=()
  command -v cc >/dev/null || missing+=(build-essential)
  command -v pgrep >/dev/null || missing+=(procps)
  command -v curl >/dev/null || missing+=(curl)
  [ ${#missing[@]} = 0 ] || need_packages "basic tools" "${missing[@]}"
}

RUST_WANTED=1.88
need_rust() {
  [ -f "$HOME/.cargo/env" ] && . "$HOME/.cargo/env"
  command -v cargo >/dev/null || fail "Rust is missing. Install Rust $RUST_WANTED or newer (Debian's is older; use rustup), then run this again"
  local have; have="$(rustc --version | cut -d' ' -f2 | cut -d- -f1)"
  [ "$(printf '%s\n%s\n' "$RUST_WANTED" "$have" | sort -V | head -n 1)" = "$RUST_WANTED" ] ||
    fail "Rust $have is too old: $RUST_WANTED or newer is needed (rustup update)"
}
