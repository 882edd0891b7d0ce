# Looking after the store: backup, restore, doctor.

build_doctor() {
  local hash
  hash=$(source_hash src/core src/server package-lock.json)
  doctor=$root/.build/doctor-$hash/doctor.mjs
  [ -f "$doctor" ] && return 0
  bundle src/server/doctor.ts "$doctor" || die "The doctor could not be built; see above."
  prune doctor
}

need_doctor() {
  need_node
  need_modules
  with_lock "$root/.build/lock" build_doctor
  build_doctor
}

# Brings the private store up for as long as this command runs, unless DATABASE_URL names another.
open_store() {
  trap stop_all EXIT
  trap 'exit 130' INT
  trap 'exit 143' TERM HUP
  [ -n "${DATABASE_URL:-}" ] && return 0
  own_cluster=1
  use_cluster
}

# Runs a program of PostgreSQL against a store, without the password standing in the list of processes.
pg_client() { # PROGRAM DATABASE-URL ARGUMENTS...
  local program=$1 url=$2 bin
  shift 2
  if [ -n "${own_cluster:-}" ]; then bin=$(pg_bin); else bin=$(newest_pg); fi
  [ -x "$bin/$program" ] || die "PostgreSQL's $program is missing; install postgresql-client."
  env -u PGHOST -u PGPORT -u PGUSER -u PGDATABASE PGPASSWORD="$(password_of "$url")" PGCONNECT_TIMEOUT=10 \
    "$bin/$program" "$@" --dbname="$(without_password "$url")"
}
# The address may name several hosts, which is no URL for Node.
password_of() { node -e 'process.stdout.write(decodeURIComponent(/^\w+:\/\/[^:@/]*:([^@]*)@/.exec(process.argv[1])?.[1] ?? ""))' "$1"; }
without_password() { node -e 'process.stdout.write(process.argv[1].replace(/^(\w+:\/\/[^:@/]*):[^@]*@/, "$1@"))' "$1"; }

# The same server's database of another name.
in_database() { node -e 'process.stdout.write(process.argv[1].replace(/^(\w+:\/\/[^/?]*)(\/[^?]*)?/, "$1/" + process.argv[2]))' "$1" "$2"; }

write_backup() { # FILE URL
  local part=$1.part
  (umask 077 && pg_client pg_dump "$2" --format=custom --no-owner --no-privileges --no-comments --file="$part") ||
    { rm -f "$part"; die "The backup could not be written; see above. Is the disk full? Nothing is left of it."; }
  mv "$part" "$1"
}

backup_store() {
  local file=${1:-}
  { [ $# -eq 1 ] && [ -n "$file" ]; } || die "Use: ./loom backup FILE"
  [ ! -e "$file" ] || die "$file is there already; choose another name."
  [ -d "$(dirname "$file")" ] && [ -w "$(dirname "$file")" ] || die "Nothing can be written in $(dirname "$file"); choose another folder."
  need_node
  [ -n "${DATABASE_URL:-}" ] || [ -e "$cluster" ] || is_blank || inspect_cluster || exit 2
  [ -n "${DATABASE_URL:-}" ] || [ -e "$cluster" ] || die "There is no store yet; ./loom start makes one."
  open_store
  write_backup "$file" "$DATABASE_URL"
  say "the store is in $file ($(du -h "$file" | cut -f1)). ./loom restore $file brings it back, here or elsewhere."
}

must_be_backup() { # FILE
  [ -f "$1" ] && [ -r "$1" ] || die "The file $1 cannot be read; check its name and that you may read it."
  [ "$(head -c 5 "$1")" = PGDMP ] && "$(newest_pg)/pg_restore" --list "$1" >/dev/null 2>&1 ||
    die "$1 is no backup of Gentle Loom, or it was cut short. Nothing was changed."
}

fill_and_check() { # FILE URL FOLDER-OF-DB; 1 where what came out is not sound
  pg_client pg_restore "$2" --exit-on-error --no-owner --no-privileges "$1" || return 1
  local code=0
  DATABASE_URL=$2 node "$doctor" "$3" --migrate || code=$?
  [ "$code" -ne 2 ]
}

# Says words of SQL to a store, outside of any transaction.
tell_store() { pg_client psql "$1" -XAtq -c "set client_min_messages = warning" -c "$2"; } # URL WORDS

# A new database beside the one of URL, filled from a backup and looked through; 1, and none, where that does not go well.
fill_beside() { # FILE URL NAME [FOLDER-OF-DB]
  tell_store "$2" "drop database if exists $3" && tell_store "$2" "create database $3" || return 1
  fill_and_check "$1" "$(in_database "$2" "$3")" "${4:-$root}" && return 0
  tell_store "$2" "drop database if exists $3"
  return 1
}

# The migrations that a store of an older version lacks; nothing for one that is new or up to date.
updates_due() { # APP
  (cd "$1" && node setup.mjs "$1" --due) || die "The database could not be made ready; see above."
}

# A store is brought up to date only after a copy of it was, and every build there came out as it was. The file by which
# it was copied stays, until the next update.
try_update() { # APP
  local direct=${LOOM_LISTEN_URL:-$DATABASE_URL} copy=gentle_loom_copy file=$data/before-update.backup
  # Of several hosts, the one that takes writes.
  local -x PGTARGETSESSIONATTRS=read-write
  need_doctor
  if [ "$(tell_store "$direct" "select rolcreatedb or rolsuper from pg_roles where rolname = current_user")" != t ]; then
    say "the store is of an older version, and its account may make no databases: the update is not tried on a copy first. It is done as a whole or not at all."
    return 0
  fi
  say "the store is of an older version; its update is tried on a copy first ..."
  mkdir -p "$data"
  write_backup "$file" "$direct"
  fill_beside "$file" "$direct" "$copy" "$1" ||
    die "The copy could not be brought up to date; see above. The store is as it was: use the version before."
  tell_store "$direct" "drop database $copy"
  say "it went well with the copy. The store from before is kept in $file."
}

restore_store() {
  local file='' into=''
  while [ $# -gt 0 ]; do
    case "$1" in
      --into) into=${2:-}; [ -n "$into" ] || die "Use: ./loom restore FILE --into DATABASE_URL"; shift 2 ;;
      -*) die "./loom restore does not know “$1”. See ./loom help." ;;
      *) [ -z "$file" ] || die "Use: ./loom restore FILE [--into DATABASE_URL]"; file=$1; shift ;;
    esac
  done
  [ -n "$file" ] || die "Use: ./loom restore FILE [--into DATABASE_URL]"
  need_postgres
  need_doctor
  must_be_backup "$file"
  if [ -n "$into" ]; then restore_into "$file" "$into"; else restore_here "$file"; fi
}

restore_into() { # FILE URL
  local tables
  tables=$(tell_store "$2" "select count(*) from pg_tables where schemaname = 'public'") ||
    die "The database cannot be reached; see above. Nothing was changed."
  [ "$tables" = 0 ] || die "The database holds $tables tables already; restore into an empty one. Nothing was changed."
  fill_and_check "$1" "$2" "$root" || die "The backup could not be brought in whole; see above. Empty the database before trying again."
  say "the store is restored. DATABASE_URL=… ./loom start serves it."
}

# Beside the store that is there, and in its place only when it is whole; the one before is kept.
restore_here() { # FILE
  local fresh=gentle_loom_restored before
  [ -z "${DATABASE_URL:-}" ] || die "DATABASE_URL is set: say ./loom restore FILE --into \"\$DATABASE_URL\", or unset it for the private store."
  open_store
  other_users && die "The store is in use: stop ./loom start first. Nothing was changed."
  fill_beside "$1" "$DATABASE_URL" "$fresh" || die "The backup could not be brought in; see above. The store is as it was."
  before=gentle_loom_before_$(date +%Y%m%d_%H%M%S)
  ask_cluster postgres "alter database gentle_loom rename to $before" >/dev/null &&
    ask_cluster postgres "alter database $fresh rename to gentle_loom" >/dev/null || die "The restored store could not be put in place; see docs/keeping.md."
  say "the store is restored from $1. The one before is kept in the same cluster as $before."
}

# The store from outside: folder, rights, version, room on the disk; 1 where it cannot even be opened.
inspect_outside() {
  local free_kb
  if [ ! -e "$data" ]; then
    say "there is no store yet; ./loom start makes one in $data."
    return 1
  fi
  say "the store lies in $data$([ -e "$cluster" ] && printf ', made by PostgreSQL %s' "$(cluster_version)")."
  free_kb=$(df -Pk "$data" | awk 'NR == 2 { print $4 }')
  [ "$free_kb" -gt 1048576 ] || say "only $((free_kb / 1024)) MB are free on its disk; make room, or edits will soon not be saved."
  inspect_cluster
}

doctor_store() {
  local arg code=0
  for arg in "$@"; do [ "$arg" = --mend ] || die "./loom doctor does not know “$arg”. See ./loom help."; done
  need_doctor
  if [ -z "${DATABASE_URL:-}" ]; then
    need_postgres
    inspect_outside || exit 1
    [ ! -e "$data/postgres.log" ] || [ "$(stat -c %a "$data/postgres.log")" = 600 ] || say "the log $data/postgres.log may be read by others; the next start takes that right away."
  fi
  open_store
  node "$doctor" "$root" "$@" || code=$?
  exit "$code"
}

# A link under which somebody who lost a password sets a new one; only whoever runs the server can make it.
recover_person() {
  { [ $# -eq 1 ] && [ -n "$1" ]; } || die "Use: ./loom recover SIGN-IN-NAME"
  need_node
  need_modules
  open_store
  mkdir -p "$root/.build"
  bundle src/server/recover.ts "$root/.build/recover.mjs" || die "The command could not be built; see above."
  node "$root/.build/recover.mjs" "$1"
}
