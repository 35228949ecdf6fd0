# Shared by the commands of ./pentimento: messages, ports, packages.
say() { printf '%s\n' "$*"; }
fail() { printf 'pentimento: %s\n' "$*" >&2; exit 1; }

port_free() { ! (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# First free port from $1 upward.
free_port() {
  local port=$1
  while ! port_free "$port"; do port=$((port + 1)); done
  printf '%s' "$port"
}

random_word() { head -c 24 /dev/urandom | od -An -tx1 | tr -d ' \n'; }

pg_bin() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -V | tail -n 1; }
chromium_path() { command -v chromium || true; }

# Installs the Debian packages named, if this user may; otherwise says exactly what to type.
need_debian() {
  local missing=()
  for package in "$@"; do
    case $package in
      postgresql) [ -n "$(pg_bin)" ] || missing+=(postgresql) ;;
      chromium) [ -n "$(chromium_path)" ] || missing+=(chromium) ;;
    esac
  done
  [ ${#missing[@]} -eq 0 ] && return
  local as_root=()
  if [ "$(id -u)" -ne 0 ]; then
    if command -v sudo >/dev/null && sudo -n true 2>/dev/null; then as_root=(sudo)
    else fail "missing: ${missing[*]}. Ask someone with the rights to type: apt-get update && apt-get install -y --no-install-recommends ${missing[*]}"; fi
  fi
  say "Installing ${missing[*]} from Debian ..."
  "${as_root[@]}" apt-get update -q >/dev/null
  DEBIAN_FRONTEND=noninteractive "${as_root[@]}" apt-get install -y -q --no-install-recommends "${missing[@]}" >/dev/null
}

need_node() {
  command -v node >/dev/null || fail "Node 20 is missing. Install Node 20 or newer, then try again."
  node -e 'process.exit(Number(process.versions.node.split(".")[0]) >= 20 ? 0 : 1)' || fail "Node $(node --version) is too old; Node 20 or newer is needed."
}

# npm packages, only when the lockfile changed since the last time.
need_npm() {
  local stamp=node_modules/.pentimento-lock
  # Two commands started at once must not install or build into the same folders.
  mkdir -p .local
  exec 9>.local/install-lock
  flock 9
  if [ ! -f "$stamp" ] || ! cmp -s package-lock.json "$stamp"; then
    say "Installing npm packages ..."
    npm ci --ignore-scripts --no-audit --no-fund --loglevel=error
    cp package-lock.json "$stamp"
  fi
}

# Builds what is older than its sources.
build_all() {
  local stamp=.local/built
  mkdir -p .local
  if [ ! -f "$stamp" ] || [ ! -f web/dist/index.html ] || [ ! -f server/dist/main.js ] ||
    [ -n "$(find core/src server/src web/src web/index.html web/public package-lock.json -newer "$stamp" -type f -print -quit 2>/dev/null)" ]; then
    say "Building ..."
    touch "$stamp.new"
    npm run --silent build >.local/build.log 2>&1 || { cat .local/build.log >&2; fail "the build failed"; }
    mv "$stamp.new" "$stamp"
  fi
  flock -u 9
}
