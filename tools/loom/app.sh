# Builds the application once for each state of its sources, and serves it.

source_hash() { # FILES-AND-FOLDERS...
  (cd "$root" && find "$@" -type f -print0 | LC_ALL=C sort -z | xargs -0 sha256sum | hash_of)
}

# Running servers keep the folder they were started from, so a few older ones stay.
prune() { ls -dt "$root"/.build/"$1"-* 2>/dev/null | tail -n +4 | xargs -r rm -rf; }

bundle() { # ENTRY OUTFILE
  (cd "$root" && node_modules/.bin/esbuild "$1" --bundle --platform=node --format=esm --target=node20 --main-fields=module,main --log-level=error --outfile="$2" \
    --banner:js='import{createRequire}from"node:module";const require=createRequire(import.meta.url);' 9>&-)
}

build_cli() {
  local hash
  hash=$(source_hash src/core src/solver src/cli package-lock.json)
  cli=$root/.build/cli-$hash/cli.mjs
  [ -f "$cli" ] && return 0
  bundle src/cli/index.ts "$cli" || die "The command line could not be built; see above."
  cp "$root/node_modules/highs/build/highs.wasm" "${cli%/*}/"
  prune cli
}

run_cli() {
  with_lock "$root/.build/lock" build_cli
  build_cli
  exec node "$cli" "$@"
}

app_folder() { printf '%s/.build/app-%s' "$root" "$(source_hash src db demo package.json package-lock.json next.config.ts postcss.config.mjs tsconfig.json tools/loom)"; }

build_app() {
  local app=$1
  [ -d "$app" ] && return 0
  say "building the application (about two minutes, only when its sources changed) ..."
  local log=$root/.build/build.log fresh=$app.new
  (cd "$root" && NEXT_TELEMETRY_DISABLED=1 NODE_ENV=production node_modules/.bin/next build >"$log" 2>&1 9>&-) ||
    die "The build failed; its log is $log."
  rm -rf "$fresh"
  cp -r "$root/.next/standalone" "$fresh"
  cp -r "$root/.next/static" "$fresh/.next/static"
  cp -r "$root/db" "$root/demo" "$fresh/"
  bundle src/server/setup.ts "$fresh/setup.mjs"
  mv "$fresh" "$app"
  prune app
}

wait_until_ready() { # URL PID
  node -e '
    const [url, pid] = process.argv.slice(1)
    const until = Date.now() + 60000
    const ask = () => fetch(url + "/api/health").then((r) => r.ok, () => false).then((ok) => {
      if (ok) process.exit(0)
      try { process.kill(+pid, 0) } catch { process.exit(1) }
      Date.now() > until ? process.exit(1) : setTimeout(ask, 100)
    })
    ask()' "$1" "$2"
}

serve() { # PORT; leaves the server's process id in $server
  local app
  app=$(app_folder)
  (cd "$app" && node setup.mjs "$app") || die "The database could not be made ready; see above."
  (cd "$app" && exec env NODE_ENV=production NEXT_TELEMETRY_DISABLED=1 HOSTNAME=127.0.0.1 PORT="$1" node server.js >&2) &
  server=$!
  address=http://127.0.0.1:$1
  wait_until_ready "$address" "$server" || die "The server did not start; see above."
}

stop_all() {
  trap '' INT TERM HUP
  if [ -n "${server:-}" ]; then
    kill "$server" 2>/dev/null || true
    # It ends its streams and what it has begun; what is left after ten seconds is not worth waiting for.
    for _ in $(seq 100); do
      kill -0 "$server" 2>/dev/null || break
      sleep 0.1
    done
    kill -9 "$server" 2>/dev/null || true
    wait "$server" 2>/dev/null || true
  fi
  [ -n "${own_cluster:-}" ] && with_lock "$data/lock" cluster_down
  return 0
}

start_app() {
  local port=''
  while [ $# -gt 0 ]; do
    case "$1" in
      --port) port=${2:-}; shift; [ $# -gt 0 ] && shift ;;
      *) die "./loom start does not know “$1”. See ./loom help." ;;
    esac
    [[ "$port" =~ ^[0-9]{1,5}$ ]] || die "Say the port as a number, as in ./loom start --port 4210."
  done
  need_node
  if [ -n "$port" ]; then
    is_port_free "$port" || die "Port $port is in use or may not be used; choose another, or leave --port away."
  else
    port=4210
    is_port_free "$port" || port=$(free_port)
  fi
  [ -n "${DATABASE_URL:-}" ] || need_postgres
  need_modules
  with_lock "$root/.build/lock" build_app "$(app_folder)"
  server=''
  trap stop_all EXIT
  trap 'exit 130' INT
  trap 'exit 143' TERM HUP
  if [ -z "${DATABASE_URL:-}" ]; then
    own_cluster=1
    use_cluster
  fi
  serve "$port"
  say "Gentle Loom is ready: $address   (Ctrl-C stops it)"
  wait "$server" || true
  server=''
  die "The server stopped by itself; see above."
}
