# Builds the application once for each state of its sources, and serves it.

source_hash() { # FILES-AND-FOLDERS...
  (cd "$root" && find "$@" -type f -print0 | LC_ALL=C sort -z | xargs -0 sha256sum | hash_of)
}

# Running servers keep the folder they were started from, so a few older ones stay.
prune() { ls -dt "$root"/.build/"$1"-* 2>/dev/null | tail -n +4 | xargs -r rm -rf; }

bundle() { # ENTRY OUTFILE OPTIONS...
  local entry=$1 out=$2
  shift 2
  (cd "$root" && node_modules/.bin/esbuild "$entry" --bundle --platform=node --format=esm --target=node20 --main-fields=module,main --log-level=error --outfile="$out" \
    --external:pino --external:@node-rs/argon2 "$@" \
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
  (umask 077 && : >"$log") && chmod 600 "$log"
  (cd "$root" && NEXT_TELEMETRY_DISABLED=1 NODE_ENV=production node_modules/.bin/next build >"$log" 2>&1 9>&-) ||
    die "The build failed; its log is $log. Where it speaks of a module that cannot be found, delete node_modules and try again."
  rm -rf "$fresh"
  cp -r "$root/.next/standalone" "$fresh"
  cp -r "$root/.next/static" "$fresh/.next/static"
  cp -r "$root/db" "$root/demo" "$fresh/"
  # What the build copied along, and only its own way of serving would use.
  rm -f "$fresh/next.config.ts" "$fresh/server.js"
  bundle src/server/setup.ts "$fresh/setup.mjs"
  bundle src/server/heavy-process.ts "$fresh/heavy-process.mjs"
  bundle src/server/serve.ts "$fresh/serve.mjs" --external:next
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

prepare_store() { # APP
  local due
  due=$(updates_due "$1")
  [ -z "$due" ] || try_update "$1"
  (cd "$1" && LOOM_ORIGIN="${origin:-}" node setup.mjs "$1") || die "The database could not be made ready; see above."
}

run_server() { # APP PORT; leaves the server's process id in $server
  (cd "$1" && exec env NODE_ENV=production NEXT_TELEMETRY_DISABLED=1 HOSTNAME=127.0.0.1 PORT="$2" LOOM_KEY="${key:-}" \
    LOOM_ORIGIN="${origin:-}" LOOM_LISTEN="${listen:-127.0.0.1}" LOOM_PROXY="${proxy:-127.0.0.1}" LOOM_METRICS_PORT="${metrics:-}" node serve.mjs >&2 9>&-) &
  server=$!
}

serve() { # APP PORT; leaves the server's process id in $server, its address in $address
  local app=$1
  prepare_store "$app"
  run_server "$app" "$2"
  # Of a server that listens everywhere, this machine asks on loopback.
  address=http://$(case "${listen:-127.0.0.1}" in 0.0.0.0) printf 127.0.0.1 ;; *) printf '%s' "${listen:-127.0.0.1}" ;; esac):$2
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

# A pause that a signal ends at once.
rest() { sleep "$1" 9>&- & wait $! || true; }

revive_cluster() {
  say "the store has stopped; starting it again ..."
  if with_lock "$data/lock" start_cluster; then say "the store is back."; else rest 4; fi
}

# A server that ends so often in a row, each time at once, has more than an accident.
most_tries=5
at_once_seconds=10

# Stays for as long as the server runs, and starts again what dies: the store, the server. It never waits for one of
# them alone, since both may have died.
watch_over() { # APP PORT
  local app=$1 tries=0 code began=$SECONDS
  while :; do
    while kill -0 "$server" 2>/dev/null; do
      rest 0.5
      [ -z "${own_cluster:-}" ] || cluster_lives || revive_cluster
    done
    code=0
    wait "$server" || code=$?
    server=''
    [ "$code" -ne 3 ] || die "The server cannot serve on port $2; see above."
    [ $((SECONDS - began)) -lt "$at_once_seconds" ] || tries=0
    tries=$((tries + 1))
    [ "$tries" -le "$most_tries" ] || die "The server ends again and again; see above."
    say "the server stopped by itself (code $code); starting it again ..."
    began=$SECONDS
    run_server "$app" "$2"
    (wait_until_ready "$address" "$server" && say "the server is back: $address") 9>&- &
  done
}

is_port() { [[ "$1" =~ ^[0-9]{1,5}$ ]] && [ "$((10#$1))" -ge 1 ] && [ "$((10#$1))" -le 65535 ]; }

# Everything up to where the server answers; the rest of both ways of serving is their own words.
bring_up() { # PORT
  # Once: sources may change while it is built, and what is served is what was begun.
  [ -n "${DATABASE_URL:-}" ] || need_postgres
  need_modules
  app=$(app_folder)
  with_lock "$root/.build/lock" build_app "$app"
  server=''
  trap stop_all EXIT
  trap 'exit 130' INT
  trap 'exit 143' TERM HUP
  if [ -z "${DATABASE_URL:-}" ]; then
    own_cluster=1
    use_cluster
  fi
  serve "$app" "$1"
}

start_app() {
  local port='' is_private='' app
  while [ $# -gt 0 ]; do
    case "$1" in
      --port)
        port=${2:-}
        shift
        [ $# -gt 0 ] && shift
        is_port "$port" || die "Say the port as a number from 1 to 65535, as in ./loom start --port 4210."
        ;;
      --private) is_private=1; shift ;;
      *) die "./loom start does not know “$1”. See ./loom help." ;;
    esac
  done
  need_node
  if [ -n "$port" ]; then
    port=$((10#$port))
    is_port_free "$port" || die "Port $port is in use or may not be used; choose another, or leave --port away."
  else
    port=4210
    is_port_free "$port" || port=$(free_port)
  fi
  key=''
  [ -z "$is_private" ] || key=$(head -c 24 /dev/urandom | base64 | tr '+/' '-_' | tr -d '=\n')
  bring_up "$port"
  if [ -n "$key" ]; then
    say "Gentle Loom is ready, for you alone: $address/?key=$key   (open it once in each browser; Ctrl-C stops it)"
  else
    say "Gentle Loom is ready: $address   (Ctrl-C stops it)"
  fi
  watch_over "$app" "$port"
}

# Served to many, who sign in: behind a proxy that ends TLS at the origin (docs/serving.md).
serve_app() {
  local port app usage="Use: ./loom serve --origin https://loom.example.org [--listen ADDRESS:PORT] [--proxy ADDRESS] [--metrics PORT]"
  origin='' listen=127.0.0.1 proxy=127.0.0.1 metrics='' port=4220
  while [ $# -gt 0 ]; do
    [ $# -ge 2 ] || die "$usage"
    case "$1" in
      --origin) origin=$2 ;;
      --listen) listen=${2%:*} port=${2##*:} ;;
      --proxy) proxy=$2 ;;
      --metrics) metrics=$2 ;;
      *) die "./loom serve does not know “$1”. $usage" ;;
    esac
    shift 2
  done
  [[ "$origin" =~ ^https://[a-z0-9.-]+(:[0-9]+)?$ || "$origin" =~ ^http://localhost:[0-9]+$ ]] ||
    die "Say under which address browsers come, without a path: https, or http://localhost:PORT to try it. $usage"
  [[ "$listen" =~ ^[0-9.]+$ ]] && is_port "$port" || die "Say where to listen as ADDRESS:PORT, as in 127.0.0.1:4220. $usage"
  [[ "$proxy" =~ ^[0-9a-f.:]+$ ]] || die "Say the proxy by its IP address. $usage"
  [ -z "$metrics" ] || is_port "$metrics" || die "Say the port of the figures as a number. $usage"
  need_node
  is_port_free "$((10#$port))" || die "Port $port is in use or may not be used; choose another with --listen."
  bring_up "$((10#$port))"
  say "Gentle Loom is ready: $origin, by $address   (Ctrl-C stops it)"
  watch_over "$app" "$((10#$port))"
}
