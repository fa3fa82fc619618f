# shellcheck shell=bash
# The application: built where there is its source, started, watched over, stopped. Sourced by zephyr.

# Unpacked beside its jar, with an archive of its loaded classes: with both it starts in half the time.
app_dir() { if [ "$packaged" = yes ]; then echo "$here/app"; else echo "$here/server/target/app"; fi; }
app_main() { echo "$(app_dir)/zephyr-server-$version-app.jar"; }

# unchanged   sets leave: what of a build need not be done again, since nothing that it is made of is newer
unchanged() {
  leave=()
  made_of web/target/zephyr-web-"$version".jar web/pom.xml web/src web/public/*.* web/scripts web/*.json web/*.ts web/index.html docs/formats/openapi.json server/src/main/resources/text || leave+=(-Dexec.skip=true)
  made_of web/node_modules/.package-lock.json web/package-lock.json web/package.json || leave+=(-Dnpm.ci.skip=true)
  made_of server/target/classes/static/notices/server.txt server/pom.xml pom.xml core/pom.xml server/licences-looked-at.properties || leave+=(-Dlicense.skipAddThirdParty=true)
}

# made_of FILE SOURCE ...   whether FILE is missing, or any of what it is made of is newer
made_of() {
  local file=$1
  shift
  [ ! -f "$file" ] || [ -n "$(find "$@" -newer "$file" -not -name schema.ts -not -name words.ts -type f -print -quit)" ]
}

build() {
  local jar=$here/server/target/zephyr-server-$version-app.jar built=$here/server/target/zephyr-server-$version.jar
  [ "$packaged" = no ] || return 0
  # Made to be the same whenever it is built, the application's jar has the time of no day; the one beside it tells when that was.
  if [ ! -f "$jar" ] || made_of "$built" "$here/pom.xml" "$here"/*/pom.xml "$here"/core/src/main "$here"/server/src/main "$here"/web/src "$here"/web/public/*.* "$here"/web/scripts "$here"/web/*.json "$here"/web/*.ts \
      "$here"/web/index.html "$here"/docs/formats/openapi.json; then
    say "Building (the first time takes a few minutes) ..."
    (cd "$here" && unchanged && mvn -B -q -T 2 -Dmaven.test.skip=true -DskipTests -Dweb.build=bundle "${leave[@]}" -pl core,web,server package) >"$state/build.log" 2>&1 \
      || { tail -n 30 "$state/build.log" >&2; die "the build failed; all of it is in $state/build.log"; }
    touch "$built"
  fi
  [ ! -f "$(app_main)" ] || [ "$built" -nt "$(app_main)" ] || return 0
  rm -rf "$(app_dir)"
  java -Djarmode=tools -jar "$jar" extract --destination "$(app_dir)" >"$state/unpack.log" 2>&1 || die "the application could not be unpacked; see $state/unpack.log"
  touch "$(app_main)"
}

# A run beside the application, that ends as soon as all is loaded, for the starts to come; nobody waits for it. Where it fails the next
# start says so and tries again; where it was stopped with the rest, the next start tries again.
# archive_classes DATA
archive_classes() {
  local archive code=0
  archive=$(classes)
  [ "${ZEPHYR_ARCHIVE:-yes}" = yes ] || return 0
  [ -f "$archive" ] && [ "$archive" -nt "$(app_main)" ] && return 0
  [ ! -f "$state/archive-failed.log" ] || say "Its classes could not be archived last time (see $state/archive-failed.log); it runs without, and starts more slowly."
  (
    exec 9>&- 8>"$archive.lock"
    flock -n 8 || exit 0
    cd "$(app_dir)" && settings_of "$1"
    # Run once: the quick compiler alone is the quicker one.
    nice java "-Dzephyr.archives=$state" -XX:TieredStopAtLevel=1 -XX:ArchiveClassesAtExit="$archive.new" -XX:+UseSerialGC -Xmx512m \
      -Dspring.context.exit=onRefresh -jar "$(app_main)" || code=$?
    if [ "$code" -eq 0 ]; then
      mv "$archive.new" "$archive"
      rm -f "$state/archive-failed.log"
    else
      rm -f "$archive.new"
      # By a signal: it was stopped, and did not fail.
      [ "$code" -gt 128 ] || mv "$state/archive.log" "$state/archive-failed.log"
    fi
  ) >"$state/archive.log" 2>&1 </dev/null &
}

# settings_of DATA   what the application is told by its environment, where no other account reads it; in a shell of its own
settings_of() {
  export ZEPHYR_PORT=$port ZEPHYR_DB_PORT=$db_port ZEPHYR_DB_NAME ZEPHYR_SET_UP_CODE
  ZEPHYR_DB_NAME=$(schema_of "$1")
  ZEPHYR_SET_UP_CODE=$(cat "$state/set-up-code" 2>/dev/null || true)
  if [ -z "$db_host" ]; then
    export ZEPHYR_DB_HOST=127.0.0.1 ZEPHYR_DB_USER=zephyr ZEPHYR_DB_OPTIONS='' ZEPHYR_DB_PASSWORD
    ZEPHYR_DB_PASSWORD=$(cat "$state/db/password")
  fi
  # Without it each thread that asks for memory keeps a part of it: some tens of megabytes that nobody uses.
  export MALLOC_ARENA_MAX=2
}

# A package may lie where this account does not write.
classes() { if [ "$packaged" = yes ]; then echo "$state/classes.jsa"; else echo "$(app_dir)/classes.jsa"; fi; }

app_pid() { running "-Dzephyr.home=$state"; }

# data_of PID   prints which data an application of ours runs with
data_of() { tr '\0' '\n' <"/proc/$1/cmdline" 2>/dev/null | sed -n 's/^-Dzephyr.data=//p'; }

app_data() {
  local pid
  if pid=$(app_pid); then data_of "$pid"; fi
}

# answers [PATH]   asked through bash itself: starting another program twice a second would slow the start that is waited for
answers() {
  local status
  { exec 3<>"/dev/tcp/127.0.0.1/$port" && printf 'GET /actuator/health%s HTTP/1.0\r\nHost: 127.0.0.1\r\n\r\n' "${1:-}" >&3 && IFS= read -r -t 5 status <&3 && [[ $status == *" 200"* ]]; } 2>/dev/null
}

# Data that a newer program left are not touched by an older one; before newer tables are made of older ones, all of them are kept.
schema_fits() {
  local is newest kept
  is=$(tables_of "$(schema_of "$1")")
  [ -n "$is" ] || return 0
  newest=$(newest_tables)
  [ "$is" -le "$newest" ] || die "the data of $(name_of "$1") were made by a newer Zephyr Ridge (tables of version $is; this one knows $newest). Nothing was changed. Start the newer one again, or bring back a backup of before it (./zephyr restore FILE)."
  [ "$is" -lt "$newest" ] || return 0
  need_packages mariadb-dump:mariadb-client
  kept=$state/before/$1-tables-$is-to-$newest-$(date +%Y%m%d-%H%M%S).sql.gz
  (umask 077; mkdir -p "$state/before")
  say "The tables of $(name_of "$1") go from version $is to $newest; first all data are kept."
  dump_to "$kept" "$1"
}

# app_start DATA   runs when it returns
app_start() {
  local data=$1 pid settings=()
  if pid=$(app_pid); then
    [ "$(data_of "$pid")" = "$data" ] || die "Zephyr Ridge runs with the data of $(name_of "$(data_of "$pid")") (process $pid). Stop it with ./zephyr stop, then run this again."
    say "Zephyr Ridge runs already (process $pid)."
    return 0
  fi
  if port_taken "$port"; then
    die "port $port is taken by another program. Choose another with ZEPHYR_PORT, then run this again."
  fi
  schema_fits "$data"
  [ "$data" != demo ] || settings=(--zephyr.demo=true --zephyr.clock=2031-05-14T09:30:00Z)
  turn "$state/app.log"
  (
    umask 077
    mkdir -p "$state/logs"
    settings_of "$data"
    if [ -s "$state/lan/on" ]; then
      export ZEPHYR_LAN_STORE_PASSWORD
      ZEPHYR_LAN_STORE_PASSWORD=$(cat "$state/lan/password")
      settings+=("--zephyr.lan.address=$(sed -n 1p "$state/lan/on")" "--zephyr.lan.port=$(sed -n 2p "$state/lan/on")" "--zephyr.lan.store=$state/lan/certificate.p12")
    fi
    exec setsid java "-Dzephyr.home=$state" "-Dzephyr.data=$data" -XX:+UseSerialGC -Xmx512m -XX:+ExitOnOutOfMemoryError -Xshare:auto -XX:SharedArchiveFile="$(classes)" \
      -Xlog:disable -Xlog:all=error:stderr ${ZEPHYR_JAVA_OPTIONS:-} -jar "$(app_main)" \
      "--logging.file.name=$state/logs/zephyr.log" --logging.threshold.console=ERROR "${settings[@]}" >>"$state/app.log" 2>&1 </dev/null 9>&-
  ) &
  pid=$!
  for _ in $(seq 720); do
    answers && { archive_classes "$data"; return 0; }
    kill -0 "$pid" 2>/dev/null || { tail -n 20 "$state/app.log" >&2; die "the application did not start; all of it is in $state/app.log"; }
    sleep 0.5
  done
  die "the application did not answer within six minutes; see $state/app.log"
}

keeper_pid() { running "--keeps=$state"; }

# Whoever started it goes away; somebody has to see to it that both processes are there.
keeper_start() {
  [ "$keeps" = yes ] || return 0
  ! keeper_pid >/dev/null || return 0
  turn "$state/keeper.log"
  (umask 077; exec setsid bash "$here/zephyr" _keep "--keeps=$state" "$1" >>"$state/keeper.log" 2>&1 </dev/null 9>&-) &
}

keeper_stop() {
  local pid
  if pid=$(keeper_pid); then
    end "$pid" 60 || die "the keeper of the processes (process $pid) does not end."
  fi
}

# keep DATA   until it is ended: what is not there is started again, at once and then after longer and longer; so is an application that
# gives no sign of life for three minutes
keep() {
  local data=$1 wait=1 silent=0 pid
  trap 'exit 0' TERM INT
  while true; do
    sleep "$wait" &
    wait $! || true
    wait=2
    if pid=$(app_pid) && { [ -n "$db_host" ] || db_running >/dev/null; }; then
      if answers /liveness; then silent=0; else silent=$((silent + 1)); fi
      [ "$silent" -ge 30 ] || continue
      note "the application (process $pid) gives no sign of life; it is ended."
      kill -9 "$pid" || true
      silent=0
      continue
    fi
    note "application or database is not there; starting them."
    if (alone; own_state; enough_room; db_up "$data"; app_start "$data"); then
      note "both are there."
      failed=2
    else
      failed=$((${failed:-1} * 2))
      wait=$((failed < 60 ? failed : 60))
      note "they did not start (see above); again in $wait seconds."
    fi
  done
}

note() { say "$(date -u +%Y-%m-%dT%H:%M:%SZ) $*"; }

set_up() {
  own_state
  alone
  need_tools
  need_database
  enough_room
  build
  db_up "$1"
}

demo() {
  set_up demo
  app_start demo
  keeper_start demo
  say "Zephyr Ridge (demo data) is at http://127.0.0.1:$port"
  say "The sign-in page shows the demo accounts. Stop it with ./zephyr stop"
}

# start [--lan] [--foreground]
start() {
  local foreground=no lan=no word
  for word in "$@"; do
    case "$word" in
      --foreground) foreground=yes ;;
      --lan) lan=yes ;;
      *) die "start knows --lan and --foreground, not $word" ;;
    esac
  done
  set_up shop
  # Whoever can read this file started the installation, and nobody else makes its first account.
  [ -s "$state/set-up-code" ] || (umask 077; head -c 6 /dev/urandom | od -An -tx1 | tr -d ' \n' >"$state/set-up-code")
  if [ "$lan" = yes ]; then lan_on; elif ! app_pid >/dev/null; then rm -f "$state/lan/on"; fi
  app_start shop
  say "Zephyr Ridge is at http://127.0.0.1:$port"
  [ "$lan" = no ] || lan_told
  if nobody_yet; then
    say "It is empty. Open the address and make the first lead's account with this set-up code: $(cat "$state/set-up-code")"
  fi
  if [ "$foreground" = yes ]; then
    exec 9>&-
    exec bash "$here/zephyr" _keep "--keeps=$state" shop
  fi
  keeper_start shop
  say "Stop it with ./zephyr stop"
}

nobody_yet() { [ "$(sql -N -e "SELECT COUNT(*) FROM $(schema_of shop).account" 2>/dev/null)" = 0 ]; }

stop() {
  local pid
  own_state
  keeper_stop
  alone
  if pid=$(app_pid); then
    end "$pid" 120 || die "the application (process $pid) does not end."
    say "Application stopped."
  fi
  if pid=$(running "-Dzephyr.archives=$state"); then end "$pid" 30 || true; fi
  db_stop "$state/db"
  say "All stopped."
}

status() {
  local pid
  [ -d "$state" ] && state=$(cd "$state" && pwd)
  if pid=$(app_pid); then say "Application: process $pid, with the data of $(name_of "$(data_of "$pid")"), at http://127.0.0.1:$port"; else say "Application: does not run"; fi
  if [ -n "$db_host" ]; then say "Database:    at $db_host:$db_port, not ours to start or stop"; elif pid=$(db_running); then say "Database:    process $pid"; else say "Database:    does not run"; fi
  if pid=$(keeper_pid); then say "Keeper:      process $pid, starts both again when they end"; else say "Keeper:      does not run"; fi
}
