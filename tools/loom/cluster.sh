# A private PostgreSQL cluster on loopback, never Debian's own. As root it runs under the postgres account, which
# cannot read a checkout below root's home; so its data lie under /var/lib, by the id of the installation.

if [ -n "${LOOM_HOME:-}" ]; then
  all_data=$LOOM_HOME
elif is_root; then
  all_data=/var/lib/gentle-loom
else
  all_data=${XDG_DATA_HOME:-$HOME/.local/share}/gentle-loom
fi
id_file=$root/.loom-id

# The id of this installation: what the checkout says (so that it may be moved), else data that were made for this path.
installation_id() {
  local id held
  id=$(cat "$id_file" 2>/dev/null || true)
  [[ "$id" =~ ^[A-Za-z0-9-]{8,64}$ ]] && { printf '%s' "$id"; return; }
  id=$(printf '%s' "$root" | hash_of)
  if [ ! -d "$all_data/$id" ]; then
    for held in "$all_data"/*/checkout; do
      [ "$(cat "$held" 2>/dev/null || true)" = "$root" ] && { basename "$(dirname "$held")"; return; }
    done
  else
    # The checkout that was here before may have been moved and taken these along.
    held=$(cat "$all_data/$id/checkout" 2>/dev/null || true)
    [ -n "$held" ] && [ "$held" != "$root" ] && [ -d "$held" ] && id=$(printf '%s again' "$root" | hash_of)
  fi
  printf '%s' "$id"
}

data=${LOOM_DATA:-$all_data/$(installation_id)}
cluster=$data/pg

# Writes down which checkout the data belong to, in both, and says where that has changed.
remember_installation() {
  [ -n "${LOOM_DATA:-}" ] && return 0
  local before
  before=$(cat "$data/checkout" 2>/dev/null || true)
  if [ -n "$before" ] && [ "$before" != "$root" ]; then
    if [ "$(cat "$before/.loom-id" 2>/dev/null || true)" = "$(basename "$data")" ]; then
      say "this checkout is a copy of $before and shares its data in $data; delete $id_file for data of its own."
      return 0
    fi
    say "this checkout was in $before before; its data in $data came along."
  fi
  [ -f "$id_file" ] || basename "$data" >"$id_file"
  [ "$before" = "$root" ] || printf '%s' "$root" >"$data/checkout"
}

# Data of checkouts that are gone, told when new data are about to be made: somebody may be looking for them.
tell_orphans() {
  local held before
  [ -n "${LOOM_DATA:-}" ] && return 0
  for held in "$all_data"/*/checkout; do
    before=$(cat "$held" 2>/dev/null || true)
    [ -n "$before" ] && [ ! -d "$before" ] || continue
    say "there are data of a checkout that was in $before and is gone. To use them here: printf %s $(basename "$(dirname "$held")") > $id_file"
  done
  return 0
}

pg_versions() { ls -d /usr/lib/postgresql/*/bin 2>/dev/null | sort -t/ -k5 -n; }
newest_pg() { pg_versions | tail -n 1; }
has_postgres() { [ -x "$(newest_pg)/postgres" ]; }
need_postgres() { need_debian has_postgres postgresql; }

# From / because the postgres account may not enter the folder we are in.
as_owner() { if is_root; then (cd / && runuser -u postgres -- "$@"); else "$@"; fi; }
owner_name() { if is_root; then printf postgres; else id -un; fi; }

cluster_version() { as_owner cat "$cluster/PG_VERSION" 2>/dev/null || true; }
pg_bin() {
  local version
  version=$(cluster_version)
  if [ -n "$version" ]; then printf '/usr/lib/postgresql/%s/bin' "$version"; else newest_pg; fi
}

# Says what is wrong with data that stand there; 0 only where they can be used as they are.
inspect_cluster() {
  local version
  if ! as_owner test -x "$data"; then
    say "the folder $data may not be entered by $(owner_name); give the right back (chmod 711 $data) and try again."
    return 1
  fi
  if [ ! -f "$data/password" ] || [ ! -r "$data/password" ]; then
    say "the password of the store, $data/password, is missing or may not be read. Put it back from a copy, or give the right back; without it nobody can open the store."
    return 1
  fi
  version=$(cluster_version)
  if [ -z "$version" ]; then
    say "there are data in $cluster, but $cluster/PG_VERSION is missing or may not be read by $(owner_name). Nothing was touched. Give the rights back (chown -R $(owner_name) $cluster), or put the file back from a copy."
    return 1
  fi
  if [ ! -x "/usr/lib/postgresql/$version/bin/postgres" ]; then
    say "the data in $cluster were made by PostgreSQL $version, which is not installed here (there is $(newest_pg | cut -d/ -f5)). Nothing was touched. Install postgresql-$version and start again; to bring the data to a newer version see docs/keeping.md."
    return 1
  fi
  [ "$(newest_pg | cut -d/ -f5)" = "$version" ] ||
    say "the data stay with PostgreSQL $version, which made them; $(newest_pg | cut -d/ -f5) is installed too. docs/keeping.md says how to bring them over."
  return 0
}

# What may be left by a start that was stopped while it made a cluster; a password alone belongs to a cluster that is gone.
is_blank() {
  local entry
  [ -e "$data" ] || return 0
  [ -x "$data" ] && [ -r "$data" ] || return 1
  [ -e "$cluster" ] && return 1
  [ -e "$data/password" ] && [ ! -e "$data/pg.new" ] && return 1
  for entry in $(ls -A "$data"); do
    case "$entry" in lock | users | checkout | port | password | password.new | pg.new | pg.password | initdb.log | postgres.log | before-update.backup) ;; *) return 1 ;; esac
  done
}

make_cluster() {
  if ! is_blank; then
    if [ -e "$cluster" ] || ! as_owner test -x "$data"; then
      inspect_cluster || die "the store was not started; see above."
      return 0
    fi
    die "$data holds something, but no cluster: its folder pg is gone, or this is not a folder of Gentle Loom. Nothing was touched. Put pg back, or choose another folder with LOOM_DATA."
  fi
  tell_orphans
  say "making a private PostgreSQL cluster in $data ..."
  mkdir -p "$data" || die "$data cannot be made; choose another folder with LOOM_DATA."
  chmod 711 "$data"
  local fresh=$data/pg.new pwfile=$data/pg.password
  rm -rf "$fresh"
  (umask 077 && mkdir "$fresh" && head -c 24 /dev/urandom | base64 | tr -d '/+=\n' >"$data/password.new" && cp "$data/password.new" "$pwfile" && : >"$data/initdb.log")
  is_root && chown postgres "$fresh" "$pwfile"
  as_owner "$(newest_pg)/initdb" -D "$fresh" -U loom --pwfile="$pwfile" --auth=scram-sha-256 --encoding=UTF8 --locale=C.UTF-8 \
    >"$data/initdb.log" 2>&1 || die "initdb failed; its log is $data/initdb.log. Is the disk full?"
  rm -f "$pwfile"
  printf "listen_addresses = '127.0.0.1'\nunix_socket_directories = ''\n" | as_owner tee -a "$fresh/postgresql.conf" >/dev/null
  [ -n "${LOOM_THROWAWAY:-}" ] && printf 'fsync = off\nfull_page_writes = off\n' | as_owner tee -a "$fresh/postgresql.conf" >/dev/null
  mv "$data/password.new" "$data/password"
  mv "$fresh" "$cluster"
}

cluster_port() { as_owner sed -n 4p "$cluster/postmaster.pid" 2>/dev/null || true; }

# Environment of the caller must not leak into our connections.
ask_cluster() { # DATABASE SQL
  env -i PATH="$PATH" PGPASSWORD="$(cat "$data/password")" "$(pg_bin)/psql" -h 127.0.0.1 -p "$(cluster_port)" -U loom -d "$1" -XAtqc "$2" 2>/dev/null 9>&-
}

answers() { [ -n "$(cluster_port)" ] && [ "$(ask_cluster postgres 'select 1')" = 1 ]; }

# The port stays the same from start to start, so that an address in somebody's tools stays true.
kept_port() {
  local port
  port=$(cat "$data/port" 2>/dev/null || true)
  if ! [[ "$port" =~ ^[0-9]{4,5}$ ]] || ! is_port_free "$port"; then
    [ -n "$port" ] && say "port $port of the store is in use by something else; it gets another one."
    port=$(free_port)
    printf '%s' "$port" >"$data/port"
  fi
  printf '%s' "$port"
}

# The log says that something failed and where, not what people wrote.
log_options="-c log_error_verbosity=terse -c log_min_error_statement=panic -c log_parameter_max_length_on_error=0"

# After a crash old backends may hold their shared memory for a moment longer, so starting is tried for a while.
start_cluster() {
  answers && return 0
  local try log=$data/postgres.log
  (umask 077 && : >>"$log") && chmod 600 "$log"
  is_root && chown postgres "$log"
  for try in 1 2 3 4 5 6 7 8 9 10; do
    as_owner "$(pg_bin)/pg_ctl" -D "$cluster" -s -w -t 60 -l "$log" -o "-p $(kept_port) $log_options" start >/dev/null 2>&1 </dev/null 9>&- || sleep 1
    answers && return 0
  done
  die "PostgreSQL does not start; its log is $log. Is the disk full? ./loom doctor says more."
}

cluster_up() {
  make_cluster
  remember_installation
  start_cluster
  mkdir -p "$data/users"
  : >"$data/users/$$"
  [ "$(ask_cluster postgres "select 1 from pg_database where datname = 'gentle_loom'")" = 1 ] ||
    ask_cluster postgres 'create database gentle_loom' >/dev/null
}

# Whether its first process lives; asked every second, so it must cost nothing.
cluster_lives() { local pid; pid=$(cat "$cluster/postmaster.pid" 2>/dev/null | head -n 1); [ -n "$pid" ] && kill -0 "$pid" 2>/dev/null; }

# The others that use the cluster just now; users that died without a word do not count.
other_users() {
  local user
  for user in "$data"/users/*; do
    [ -e "$user" ] && [ "$(basename "$user")" != "$$" ] || continue
    kill -0 "$(basename "$user")" 2>/dev/null && return 0
    rm -f "$user"
  done
  return 1
}

# The last to stop stops the cluster.
cluster_down() {
  rm -f "$data/users/$$"
  other_users && return 0
  as_owner "$(pg_bin)/pg_ctl" -D "$cluster" -s -m fast stop >/dev/null 2>&1 9>&- || true
}

database_url() { printf 'postgres://loom:%s@127.0.0.1:%s/%s' "$(cat "$data/password")" "$(cluster_port)" "$1"; }

use_cluster() {
  need_postgres
  with_lock "$data/lock" cluster_up || exit 2
  DATABASE_URL=$(database_url gentle_loom)
  export DATABASE_URL
}
