# A private PostgreSQL cluster on loopback, never Debian's own. As root it runs under the postgres account, which
# cannot read a checkout below root's home; so its data lie under /var/lib, by checkout.

checkout=$(printf '%s' "$root" | hash_of)
if [ -n "${LOOM_DATA:-}" ]; then
  data=$LOOM_DATA
elif is_root; then
  data=/var/lib/gentle-loom/$checkout
else
  data=${XDG_DATA_HOME:-$HOME/.local/share}/gentle-loom/$checkout
fi
cluster=$data/pg

pg_versions() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -t/ -k5 -n; }
has_postgres() { [ -x "$(pg_versions | tail -n 1)/postgres" ]; }
need_postgres() { need_debian has_postgres postgresql; }

# The programs of the version that made the cluster; the newest there is for a new one.
pg_bin() {
  if as_owner test -f "$cluster/PG_VERSION"; then
    printf '/usr/lib/postgresql/%s/bin' "$(as_owner cat "$cluster/PG_VERSION")"
  else
    pg_versions | tail -n 1
  fi
}

# From / because the postgres account may not enter the folder we are in.
as_owner() { if is_root; then (cd / && runuser -u postgres -- "$@"); else "$@"; fi; }

make_cluster() {
  as_owner test -f "$cluster/PG_VERSION" && return 0
  say "making a private PostgreSQL cluster in $data ..."
  mkdir -p "$data"
  chmod 711 "$data"
  (umask 077 && head -c 24 /dev/urandom | base64 | tr -d '/+=\n' >"$data/password")
  local fresh=$data/pg.new pwfile=$data/pg.password
  rm -rf "$fresh"
  (umask 077 && cp "$data/password" "$pwfile" && mkdir "$fresh")
  is_root && chown postgres "$fresh" "$pwfile"
  as_owner "$(pg_bin)/initdb" -D "$fresh" -U loom --pwfile="$pwfile" --auth=scram-sha-256 --encoding=UTF8 --locale=C.UTF-8 \
    >"$data/initdb.log" 2>&1 || die "initdb failed; its log is $data/initdb.log. Is the disk full?"
  rm -f "$pwfile"
  printf "listen_addresses = '127.0.0.1'\nunix_socket_directories = ''\n" | as_owner tee -a "$fresh/postgresql.conf" >/dev/null
  [ -n "${LOOM_THROWAWAY:-}" ] && printf 'fsync = off\nfull_page_writes = off\n' | as_owner tee -a "$fresh/postgresql.conf" >/dev/null
  mv "$fresh" "$cluster"
}

cluster_port() { as_owner sed -n 4p "$cluster/postmaster.pid" 2>/dev/null || true; }

# Environment of the caller must not leak into our connections.
ask_cluster() { # DATABASE SQL
  env -i PATH="$PATH" PGPASSWORD="$(cat "$data/password")" "$(pg_bin)/psql" -h 127.0.0.1 -p "$(cluster_port)" -U loom -d "$1" -XAtqc "$2" 2>/dev/null 9>&-
}

answers() { [ -n "$(cluster_port)" ] && [ "$(ask_cluster postgres 'select 1')" = 1 ]; }

# After a crash old backends may hold their shared memory for a moment longer, so starting is tried for a while.
start_cluster() {
  answers && return 0
  local try log=$data/postgres.log
  is_root && touch "$log" && chown postgres "$log"
  for try in 1 2 3 4 5 6 7 8 9 10; do
    as_owner "$(pg_bin)/pg_ctl" -D "$cluster" -s -w -t 60 -l "$log" -o "-p $(free_port)" start >/dev/null 2>&1 </dev/null 9>&- || sleep 1
    answers && return 0
  done
  die "PostgreSQL does not start; its log is $log."
}

cluster_up() {
  make_cluster
  start_cluster
  mkdir -p "$data/users"
  : >"$data/users/$$"
  [ "$(ask_cluster postgres "select 1 from pg_database where datname = 'gentle_loom'")" = 1 ] ||
    ask_cluster postgres 'create database gentle_loom' >/dev/null
}

# The last to stop stops the cluster; users that died without a word do not count.
cluster_down() {
  local user
  rm -f "$data/users/$$"
  for user in "$data"/users/*; do
    [ -e "$user" ] || continue
    kill -0 "$(basename "$user")" 2>/dev/null && return 0
    rm -f "$user"
  done
  as_owner "$(pg_bin)/pg_ctl" -D "$cluster" -s -m fast stop >/dev/null 2>&1 9>&- || true
}

use_cluster() {
  need_postgres
  with_lock "$data/lock" cluster_up
  DATABASE_URL="postgres://loom:$(cat "$data/password")@127.0.0.1:$(cluster_port)/gentle_loom"
  export DATABASE_URL
}
