# shellcheck shell=bash
# Keeping the data and bringing them back. Sourced by zephyr.

# Which data backup and restore mean; the database is up, RUNS is what ran before.
data_meant() {
  if [ -n "$1" ]; then echo "$1"; elif has_data shop || ! has_data demo; then echo shop; else echo demo; fi
}

backup() {
  local data
  [ -n "${1:-}" ] || die "say which file: ./zephyr backup FILE"
  [ ! -e "$1" ] || die "$1 exists already. Choose another name, so that no earlier backup is lost."
  own_state
  need_database
  need_packages mariadb-dump:mariadb-client
  with_database backup_now "$1"
}

backup_now() {
  local data
  data=$(data_meant "$(app_data)")
  dump_to "$1" "$data"
  # The lead's page says when it was.
  printf '%s %s\n' "$(date -u +%Y-%m-%dT%H:%M:%SZ)" "${1##*/}" >"$state/backed-up-$data"
}

# The first lines of a backup say whose data it holds, and of which version its tables are.
backup_mark() { echo "-- Zephyr Ridge backup: $1"; }

# backup_of FILE   prints whose data a backup holds; one from before backups said so is known by the database it names
backup_of() {
  (set +o pipefail
   gzip -dc "$1" 2>/dev/null | head -n 20 | sed -n -e 's/^-- Zephyr Ridge backup: \(shop\|demo\)$/\1/p' \
     -e 's/^-- Host: .*Database: zephyr_demo$/demo/p' -e 's/^-- Host: .*Database: zephyr$/shop/p' | head -n 1)
}

# One transaction sees everything at one moment. Sessions stay out: whoever restores signs in again.
dump_to() {
  local data=$2 schema
  schema=$(schema_of "$data")
  # The data hold password hashes and owners' names: nobody but this account reads a backup.
  rm -f "$1.part"
  (umask 077; : >"$1.part")
  { backup_mark "$data"; mariadb-dump "--defaults-file=$state/client.cnf" --single-transaction --skip-dump-date --hex-blob --routines --default-character-set=utf8mb4 \
    "--ignore-table-data=$schema.SPRING_SESSION" "--ignore-table-data=$schema.SPRING_SESSION_ATTRIBUTES" "$schema"; } | gzip -n >"$1.part" || { rm -f "$1.part"; die "the backup failed; $1 was not written."; }
  mv "$1.part" "$1"
  say "All data of $(name_of "$data") are in $1"
}

restore() {
  [ -n "${1:-}" ] || die "say which file: ./zephyr restore FILE"
  [ -f "$1" ] || die "no such file: $1"
  gzip -t "$1" 2>/dev/null || die "$1 is no backup of Zephyr Ridge (it is not compressed, or damaged). Nothing was changed."
  own_state
  need_tools
  need_database
  alone
  local runs holds
  runs=$(app_data)
  holds=$(backup_of "$1")
  if [ -n "$holds" ] && [ -n "$runs" ] && [ "$holds" != "$runs" ]; then
    die "$1 holds the data of $(name_of "$holds"), and what runs are those of $(name_of "$runs"). Nothing was changed. Stop it first (./zephyr stop), then run this again: it will replace the data of $(name_of "$holds")."
  fi
  with_database load_from "$1" "$runs" "$holds"
}

beside() { echo "${schema_base}_restore"; }

refuse_file() { sql -e "DROP DATABASE IF EXISTS $(beside)"; die "$1 The present data are untouched, and what runs goes on."; }

# load_from FILE RUNS HOLDS   into a database beside the present one, while what runs goes on; looked over there; then the tables change
# places by being renamed, all in one step
load_from() {
  local data is
  data=$(data_meant "${2:-$3}")
  sql -e "DROP DATABASE IF EXISTS $(beside); CREATE DATABASE $(beside) CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci" || die "the account of the database may not make $(beside), into which the backup is read first. Nothing was changed."
  gzip -dc "$1" | sql "$(beside)" >"$state/restore.log" 2>&1 || refuse_file "$1 could not be read whole: $(grep -a -m 1 ERROR "$state/restore.log" | tr -cd '[:print:]')."
  [ -n "$(sql -N -e "SHOW TABLES FROM $(beside) LIKE 'job_event'")" ] || refuse_file "$1 holds no data of Zephyr Ridge."
  is=$(tables_of "$(beside)")
  [ -n "$is" ] && [ "$is" -le "$(newest_tables)" ] || refuse_file "$1 was made by a newer Zephyr Ridge (tables of version ${is:-unknown}; this one knows $(newest_tables))."
  keeper_stop
  local pid
  if pid=$(app_pid); then
    end "$pid" 120 || die "the application (process $pid) does not end. Nothing was changed."
  fi
  swap_in "$(schema_of "$data")"
  say "All data of $(name_of "$data") are as in $1."
  if [ -n "$2" ]; then
    app_start "$data"
    keeper_start "$data"
    say "Zephyr Ridge runs again, at http://127.0.0.1:$port"
  else
    say "Start with ./zephyr $([ "$data" = demo ] && echo demo || echo start)"
  fi
}

# Tables that point at each other are renamed together; MariaDB does all of one RENAME or nothing of it, also when it is killed (10.6 on).
swap_in() {
  local out=${schema_base}_replaced moves
  sql -e "DROP DATABASE IF EXISTS $out; CREATE DATABASE $out; CREATE DATABASE IF NOT EXISTS $1"
  moves=$(sql -N -e "SELECT CONCAT('\`$1\`.\`', table_name, '\` TO \`$out\`.\`', table_name, '\`') FROM information_schema.tables WHERE table_schema = '$1'
    UNION ALL SELECT CONCAT('\`$(beside)\`.\`', table_name, '\` TO \`$1\`.\`', table_name, '\`') FROM information_schema.tables WHERE table_schema = '$(beside)'" | paste -sd, -)
  sql -e "RENAME TABLE $moves" || die "the tables could not change places. The present data are untouched; those of the backup are whole in the database $(beside)."
  sql -e "DROP DATABASE $out; DROP DATABASE $(beside)"
}

# new_password LOGIN   for who may read this folder: the way back in for a lead who forgot theirs
new_password() {
  local login=${1:-} password again
  [[ "$login" =~ ^[a-z0-9._-]{2,64}$ ]] || die "say whose: ./zephyr new-password LOGIN"
  own_state
  need_tools
  need_database
  build
  if [ -t 0 ]; then
    read -r -s -p "New password for $login, 12 characters or more: " password && say ""
    read -r -s -p "Once more: " again && say ""
    [ "$password" = "$again" ] || die "the two are not the same. Nothing was changed."
  else
    IFS= read -r password || true
  fi
  with_database set_password "$login" "$password"
}

set_password() {
  local schema hash
  schema=$(schema_of "$(data_meant "$(app_data)")")
  hash=$(printf '%s\n' "$2" | twin hash) || die "nothing was changed."
  [ "$(sql -N -e "SELECT COUNT(*) FROM $schema.account WHERE login = '$1'")" = 1 ] || die "there is no account $1. Nothing was changed."
  sql "$schema" <<SQL || die "the password could not be kept. Nothing was changed."
START TRANSACTION;
UPDATE account SET password_hash = '$hash', active = TRUE, version = version + 1 WHERE login = '$1';
DELETE FROM sign_in_device WHERE login = '$1';
DELETE FROM sign_in_try WHERE counted LIKE '% $1';
DELETE FROM SPRING_SESSION WHERE principal_name = '$1';
INSERT INTO access_event (made_at, kind, login, made_by, source, became) VALUES (UTC_TIMESTAMP(3), 'PASSWORD_CHANGED', '$1', '', 'this machine', '');
COMMIT;
SQL
  say "$1 has the new password, and is signed out everywhere."
}

drop_demo() { sql -e "DROP DATABASE IF EXISTS $(schema_of demo)"; }

reset_demo() {
  stop
  [ -z "$db_host" ] && [ ! -d "$state/db/data" ] || with_database drop_demo
  demo
}
