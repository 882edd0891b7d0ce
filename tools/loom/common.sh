# Shared by all verbs: words, the one-time set-up of Node modules and Debian packages.

say() { printf 'loom: %s\n' "$*" >&2; }

# A sentence and exit 2: what is missing or wrong, and what to do.
die() { say "$*"; exit 2; }

is_root() { [ "$(id -u)" = 0 ]; }

need_node() {
  command -v node >/dev/null 2>&1 || die "Node.js 20.9 or newer is missing; install it (Debian: apt-get install nodejs npm) and try again."
  node -e 'const [a,b]=process.versions.node.split(".").map(Number);process.exit(a>20||(a===20&&b>=9)?0:1)' ||
    die "Node.js $(node --version) is too old; version 20.9 or newer is needed."
  command -v npm >/dev/null 2>&1 || die "npm is missing; install it (Debian: apt-get install npm) and try again."
}

hash_of() { sha256sum | cut -c1-16; }

# Runs a command under a lock on a file; the command must not leave children that hold on to descriptor 9.
with_lock() {
  local lock=$1
  shift
  mkdir -p "$(dirname "$lock")" 2>/dev/null && { : >>"$lock"; } 2>/dev/null ||
    die "Nothing can be written in $(dirname "$lock"). Use a checkout of your own, or ask whoever owns this one to run the command once."
  (
    flock 9
    "$@"
  ) 9>"$lock"
}

# Whether every package that the lock file wants has its folder: somebody may have deleted a part of them.
modules_are_whole() {
  node -e '
    const { existsSync, readFileSync } = require("node:fs")
    const { packages } = JSON.parse(readFileSync(process.argv[1] + "/package-lock.json", "utf8"))
    const isMissing = ([path, { optional, peer, link }]) => path !== "" && !optional && !peer && !link && !existsSync(`${process.argv[1]}/${path}/package.json`)
    process.exit(Object.entries(packages).some(isMissing) ? 1 : 0)' "$root"
}

install_modules() {
  local stamp=$root/node_modules/.loom-lock wanted
  wanted=$(hash_of <"$root/package-lock.json")
  [ "$(cat "$stamp" 2>/dev/null || true)" = "$wanted" ] && modules_are_whole && return 0
  say "installing Node modules (npm ci) ..."
  (cd "$root" && npm ci --no-fund --no-audit --loglevel=error >&2 9>&-) || die "npm ci failed; see above. Is the npm registry reachable, and the disk not full?"
  printf '%s' "$wanted" >"$stamp"
}

need_modules() { with_lock "$root/.build/lock" install_modules; }

# need_debian COMMAND-TEST PACKAGE...: installs as root where the test fails, else says the one command to run.
need_debian() {
  local test=$1
  shift
  "$test" && return 0
  is_root || die "Debian's $* is missing; run: sudo apt-get install -y $*"
  command -v apt-get >/dev/null 2>&1 || die "$* is missing, and this is no Debian; install it and try again."
  say "installing Debian packages: $* ..."
  (
    export DEBIAN_FRONTEND=noninteractive
    apt-get update -qq >&2 && apt-get install -y -qq --no-install-recommends "$@" >/dev/null
  ) 9>&- || die "apt-get could not install $*; see above."
  "$test" || die "$* was installed, but is still not found."
}

free_port() { node -e 'const s=require("net").createServer();s.listen(0,"127.0.0.1",()=>{console.log(s.address().port);s.close()})'; }

is_port_free() { node -e 'const s=require("net").createServer();s.once("error",()=>process.exit(1));try{s.listen(+process.argv[1],"127.0.0.1",()=>s.close())}catch{process.exit(1)}' "$1"; }
