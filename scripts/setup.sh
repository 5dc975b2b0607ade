# Shared by bin/demo and bin/test: brings a fresh machine with Node.js to where the program can be built.
# Usage: source scripts/setup.sh   (in the program's folder)

say() { printf '%s\n' "$*"; }
fail() { printf '%s\n' "$*" >&2; exit 1; }

export NEXT_TELEMETRY_DISABLED=1

require_node() {
  command -v node >/dev/null || fail "Node.js is missing. Install Node.js 20.15 or later, then run this again."
  node -e 'const [major, minor] = process.versions.node.split(".").map(Number); process.exit(major > 20 || (major === 20 && minor >= 15) ? 0 : 1)' ||
    fail "Node.js $(node --version) is too old. Install Node.js 20.15 or later, then run this again."
}

# Debian packages, where this account may install them; otherwise says which are needed.
require_debian() {
  local what="$1"; shift
  if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
    say "Installing $* (for $what) …"
    # A package list that is partly out of reach is no reason to stop: the install itself will tell.
    apt-get update -qq || true
    DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "$@" >/dev/null ||
      fail "Could not install $* (needed for $what). Install them by hand, then run this again."
  else
    fail "$what needs the packages $*. Install them (apt-get install $*), then run this again."
  fi
}

# The database driver is compiled here, once.
require_compiler() {
  local missing=()
  command -v python3 >/dev/null || missing+=(python3)
  command -v make >/dev/null || missing+=(make)
  command -v g++ >/dev/null || missing+=(g++)
  [ ${#missing[@]} = 0 ] || require_debian "building the database driver" "${missing[@]}"
}

install_packages() {
  local stamp=node_modules/.installed
  if [ -f "$stamp" ] && cmp -s package-lock.json "$stamp"; then return; fi
  require_compiler
  say "Installing packages (a few minutes the first time) …"
  local log
  log="$(mktemp)"
  npm ci --no-audit --no-fund >"$log" 2>&1 || { tail -40 "$log" >&2; fail "Installing packages failed. See above."; }
  rm -f "$log"
  cp package-lock.json "$stamp"
}

# Builds when anything that goes into the build is newer than the last one.
build_program() {
  local built=.next/BUILD_ID
  if [ -f "$built" ] && [ -f dist/work.mjs ] && [ -z "$(find src demo templates cli scripts next.config.ts tsconfig.json package-lock.json -newer "$built" -print -quit)" ]; then
    return
  fi
  say "Building …"
  local log
  log="$(mktemp)"
  npm run build >"$log" 2>&1 || { tail -60 "$log" >&2; fail "The build failed. See above."; }
  rm -f "$log"
  touch "$built"
}
