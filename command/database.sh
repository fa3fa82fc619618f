# shellcheck shell=bash
# The database: one of ours on loopback, or another one that the environment names. Sourced by zephyr.

# sql ...   the client, with whatever leads to the database; no password stands on a command line
sql() { mariadb "--defaults-file=$state/client.cnf" "$@"; }

db_running() { running "--datadir=$state/db/data"; }

# db_up   it answers, whichever it is
db_up() {
  if [ -n "$db_host" ]; then
    db_elsewhere
  else
    db_start "$state/db" "$db_port"
    (umask 077; printf '[client]\nsocket=%s\n' "$(cat "$state/db/socket")" >"$state/client.cnf")
  fi
}

# Another's: nothing of it is started, stopped or set up, but for the two databases where its account may make them.
db_elsewhere() {
  local data said
  (umask 077; printf '[client]\nhost=%s\nport=%s\nprotocol=tcp\nuser=%s\npassword="%s"\n' "$db_host" "$db_port" "$db_user" "${ZEPHYR_DB_PASSWORD:-}" >"$state/client.cnf")
  said=$(sql -e 'SELECT 1' 2>&1) || die "the database at $db_host:$db_port does not let $db_user in: $said. Look at ZEPHYR_DB_HOST, ZEPHYR_DB_PORT, ZEPHYR_DB_USER and ZEPHYR_DB_PASSWORD, then run this again."
  for data in "$@"; do
    sql -e "CREATE DATABASE IF NOT EXISTS $(schema_of "$data") CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci" 2>/dev/null \
      || sql -e "USE $(schema_of "$data")" 2>/dev/null \
      || die "$db_user may not make the database $(schema_of "$data") at $db_host, and it is not there. Let its keeper run: CREATE DATABASE $(schema_of "$data") CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci; GRANT ALL ON $(schema_of "$data").* TO '$db_user'; then run this again."
  done
}

# The socket's path has a length limit, so it lives in a short folder of its own and is named in DIR/socket.
db_start() {
  local dir=$1 at=$2
  mkdir -p "$dir" && chmod 700 "$dir"
  dir=$(cd "$dir" && pwd)
  local pid
  if pid=$(running "--datadir=$dir/data"); then
    return 0
  fi
  if port_taken "$at"; then
    die "port $at is taken by another program. Choose another with ZEPHYR_DB_PORT, then run this again."
  fi
  if [ ! -d "$dir/data" ]; then
    rm -rf "$dir/data.new"
    mariadb-install-db --no-defaults --user="$(id -un)" --datadir="$dir/data.new" --auth-root-authentication-method=socket \
      --auth-root-socket-user="$(id -un)" --skip-test-db >"$dir/install.log" 2>&1 || die "the database could not be set up; see $dir/install.log"
    mv "$dir/data.new" "$dir/data"
  fi
  [ -s "$dir/password" ] || (umask 077; head -c 24 /dev/urandom | od -An -tx1 | tr -d ' \n' >"$dir/password")
  local run
  run=$(cat "$dir/socket" 2>/dev/null || true)
  if [ -z "$run" ] || [ ! -d "${run%/*}" ]; then
    run=$(mktemp -d "${TMPDIR:-/tmp}/zr-XXXXXX")/s
    echo "$run" >"$dir/socket"
  fi
  turn "$dir/server.log"
  (umask 077; : >>"$dir/server.log")
  setsid mariadbd --no-defaults --user="$(id -un)" --datadir="$dir/data" --bind-address=127.0.0.1 --port="$at" --socket="$run" --pid-file="$dir/pid" \
    --skip-name-resolve --character-set-server=utf8mb4 --collation-server=utf8mb4_unicode_ci --innodb-flush-log-at-trx-commit=1 \
    --innodb-buffer-pool-size=128M --max-connections=100 >>"$dir/server.log" 2>&1 </dev/null 9>&- &
  pid=$!
  for _ in $(seq 900); do
    if mariadb --no-defaults --socket="$run" -e 'SELECT 1' >/dev/null 2>&1; then
      mariadb --no-defaults --socket="$run" <<SQL || die "the database does not take its set-up; see $dir/server.log"
CREATE DATABASE IF NOT EXISTS $schema_base;
CREATE DATABASE IF NOT EXISTS ${schema_base}_demo;
CREATE USER IF NOT EXISTS 'zephyr'@'127.0.0.1';
ALTER USER 'zephyr'@'127.0.0.1' IDENTIFIED BY '$(cat "$dir/password")';
GRANT ALL ON $schema_base.* TO 'zephyr'@'127.0.0.1';
GRANT ALL ON ${schema_base}_demo.* TO 'zephyr'@'127.0.0.1';
SQL
      return 0
    fi
    kill -0 "$pid" 2>/dev/null || die "the database did not start; the last lines of $dir/server.log: $(tail -n 5 "$dir/server.log")"
    sleep 0.2
  done
  die "the database did not answer within three minutes; see $dir/server.log"
}

db_stop() {
  local pid run
  [ -d "$1" ] || return 0
  local dir
  dir=$(cd "$1" && pwd)
  if pid=$(running "--datadir=$dir/data"); then
    end "$pid" 60 || die "the database (process $pid) does not end."
  fi
  run=$(cat "$dir/socket" 2>/dev/null || true)
  [ -z "$run" ] || rm -rf "${run%/*}"
}

# with_database COMMAND ...   runs it with the database up, and stops the database again if it was not up before
with_database() {
  local was_up=1
  if [ -z "$db_host" ]; then
    [ -d "$state/db/data" ] || die "there are no data in $state yet. Start Zephyr Ridge first, for example with ./zephyr demo"
    db_running >/dev/null || was_up=0
  fi
  db_up
  "$@"
  [ "$was_up" -eq 1 ] || db_stop "$state/db"
}

# Two sets of data, each in a database of its own: the workshop's and the demo's.
schema_of() { if [ "$1" = demo ]; then echo "${schema_base}_demo"; else echo "$schema_base"; fi; }
name_of() { if [ "$1" = demo ]; then echo "the demo"; else echo "the workshop"; fi; }

has_data() { [ -n "$(sql -N -e "SHOW TABLES FROM $(schema_of "$1") LIKE 'job_event'" 2>/dev/null)" ]; }

# tables_of SCHEMA   prints the version of its tables; nothing where there are none
tables_of() { { sql -N -e "SELECT MAX(CAST(version AS UNSIGNED)) FROM $1.flyway_schema_history WHERE success" 2>/dev/null || true; } | sed -n '/^[0-9]*$/p'; }

# newest_tables   prints the version of the tables that this program makes
newest_tables() {
  if [ "$packaged" = yes ]; then
    cat "$here/app/tables"
  else
    find "$here/server/src/main/resources/db/migration" -name 'V*.sql' | sed -nE 's|.*/V([0-9]+)__.*|\1|p' | sort -n | tail -n 1
  fi
}
