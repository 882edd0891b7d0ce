# Everything that must pass, against a throw-away cluster; ends with `N passed, N failed`.

has_chromium() { command -v chromium >/dev/null 2>&1; }
has_ngspice() { command -v ngspice >/dev/null 2>&1; }
has_poppler() { command -v pdftoppm >/dev/null 2>&1; }
has_glpk() { command -v glpsol >/dev/null 2>&1; }
has_pooler() { [ -x /usr/sbin/pgbouncer ]; }
has_nginx() { [ -x /usr/sbin/nginx ]; }

drop_test_bed() {
  trap '' INT TERM HUP
  stop_all
  [ -n "${test_bed:-}" ] && rm -rf "$test_bed"
  return 0
}

make_test_bed() {
  if is_root; then
    mkdir -p /var/lib/gentle-loom
    test_bed=$(mktemp -d /var/lib/gentle-loom/test-XXXXXX)
  else
    test_bed=$(mktemp -d "${TMPDIR:-/tmp}/gentle-loom-test-XXXXXX")
  fi
  export LOOM_DATA=$test_bed
  data=$test_bed
  cluster=$data/pg
}

# Serves the app from a throw-away cluster, in LOOM_URL and DATABASE_URL, and drops both at the end.
with_test_bed() {
  need_node
  need_postgres
  need_debian has_chromium chromium
  need_debian has_ngspice ngspice
  need_debian has_glpk glpk-utils
  need_debian has_poppler poppler-utils
  need_debian has_nginx nginx-light
  need_debian has_pooler pgbouncer
  need_modules
  export LOOM_THROWAWAY=1
  make_test_bed
  server=''
  own_cluster=1
  trap drop_test_bed EXIT
  trap 'exit 130' INT
  trap 'exit 143' TERM HUP
  local app
  app=$(app_folder)
  with_lock "$root/.build/lock" build_app "$app"
  with_lock "$root/.build/lock" build_cli
  unset DATABASE_URL
  use_cluster
  serve "$app" "$(free_port)"
  export LOOM_URL=$address LOOM_TESTING=1
}

test_all() {
  with_test_bed
  (cd "$root" && node tools/run-tests.mjs "$@")
}

# Figures side by side: the check and the network solve, planning beside GLPK, then search among many parts.
bench_all() {
  with_test_bed
  (cd "$root" && npm run -s bench && node_modules/.bin/tsx tools/bench-weave.ts && node_modules/.bin/tsx tools/bench-shelf.ts &&
    node_modules/.bin/tsx tools/bench-paint.ts)
}
