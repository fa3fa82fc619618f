# shellcheck shell=bash
# For who works on the source: tests, fuzzing, pages as they are on disk, the package. Sourced by zephyr where there is a source.

dev() {
  demo
  say "The pages as they are on disk: the address below. End with Ctrl+C; the demo goes on until ./zephyr stop"
  (cd "$here/web" && { [ -d node_modules ] || npm ci --ignore-scripts --no-audit --no-fund --loglevel=error; } && ZEPHYR_PORT=$port npm run --silent dev)
}

test_kill() {
  [[ "${1:-}" =~ ^[0-9]+$ ]] || die "say how often: ./zephyr test-kill 20"
  need_tools
  need_database
  (cd "$here" && mvn -B -q -pl e2e -am -Dtest=KillTest -Dsurefire.failIfNoSpecifiedTests=false "-DargLine=-Dzephyr.kills=$1" verify)
}

# Jazzer fuzzes one decoder per run; what it finds is kept beside the other inputs and fails every build until it is mended.
fuzz() {
  [[ "${1:-}" =~ ^[0-9]+$ ]] && [ "$1" -ge 1 ] || die "say how long, in minutes: ./zephyr fuzz 10"
  need_tools
  local log target each
  each=$(($1 * 60 / 10))
  log=$(mktemp)
  (cd "$here" && mvn -B -q -DskipTests -Dweb.build=bundle -pl .,core,web,server install) || die "the build failed (see above)."
  for target in Decoders#{spd,smbios,recogniser,label,dialog,seen} Documents#{listing,csv,record,job}; do
    say "Fuzzing $target for $each seconds ..."
    (cd "$here" && mvn -B -q -pl fuzz -Dsurefire.failIfNoSpecifiedTests=false "-Dtest=${target/\#/FuzzTest#}" -Dfuzz.mode=1 -DargLine= "-Dfuzz.duration=${each}s" test) >"$log" 2>&1 \
      || { tail -n 40 "$log" >&2; die "the decoder $target failed on an input; it is kept under fuzz/src/test/resources. The whole log: $log"; }
    say "$target: $(grep -aoE '#[0-9]+[[:space:]]+DONE.*' "$log" | tail -n 1)"
  done
  rm -f "$log"
}

# test_part PART [NAME]   the tests of one part; what it builds on is built without its tests
test_part() {
  local part=$1 name=${2:-} modules
  case "$part" in
    core) modules=core ;;
    web) (cd "$here/web" && npm ci --ignore-scripts --no-audit --no-fund --loglevel=error && npm run --silent api && npx vitest run ${name:+"$name"}); return ;;
    server) modules=core,web,server ;;
    e2e) modules=core,web,server,e2e ;;
    *) die "no such part: $part. Parts are core, web, server and e2e." ;;
  esac
  (cd "$here" && mvn -B -q -DskipTests -pl ".,${modules%,"$part"}" install && mvn -B -pl "$part" ${name:+"-Dtest=$name"} -Dsurefire.failIfNoSpecifiedTests=false verify) || die "tests failed (see above)."
}

# The pages' tests take the smaller of the two, where there is one.
has_browser() { type -P chromium-headless-shell chromium >/dev/null; }
need_browser() {
  has_browser || (need_packages chromium-headless-shell:chromium-headless-shell 2>/dev/null) || need_packages chromium:chromium
}

# What only tests need. An outside reader for firmware tables and a linter for scripts: what they look over is left out where they
# cannot be installed.
need_for_tests() {
  need_database
  need_packages mariadb-dump:mariadb-client
  [ -x /usr/lib/udev/dmi_memory_id ] || (need_packages /usr/lib/udev/dmi_memory_id:udev) || say "Without udev the outside check of firmware tables is left out."
  [ -n "$(type -P shellcheck)" ] || (need_packages shellcheck:shellcheck) || say "Without shellcheck the scripts are not looked over."
  need_browser
}

run_tests() {
  need_tools
  if [ -n "${1:-}" ]; then
    need_for_tests
    test_part "$@"
    return
  fi
  # They come while the core is built: the first test that wants a database waits for all of them.
  local log packages counts
  log=$(mktemp)
  if ! has_browser || [ -z "$(type -P mariadb-dump)" ] || [ -z "$db_host$(type -P mariadbd)" ]; then
    may_install mariadb-server-core mariadb-client chromium
  fi
  touch "$packages_lock"
  (flock 9 && need_for_tests) 9>"$packages_lock" &
  packages=$!
  set +e
  (cd "$here" && mvn -B -T 2 -Papart verify) 2>&1 | tee "$log"
  local code=${PIPESTATUS[0]}
  set -e
  wait "$packages" || code=1
  say ""
  say "Counts of the test runners:"
  counts=$(sed 's/\x1b\[[0-9;]*m//g' "$log" | grep -E '^ +Tests +[0-9]+ |^\[(INFO|WARNING|ERROR)\] Tests run: [0-9]+, Failures: [0-9]+, Errors: [0-9]+, Skipped: [0-9]+$' || true)
  say "$counts"
  rm -f "$log"
  [ "$code" -eq 0 ] || die "tests failed (see above)."
  # Core, web, server, fuzz, e2e and bench: one that ran none of its tests has not passed them.
  [ "$(wc -l <<<"$counts")" -ge 6 ] || die "a part has run no test (see the counts above)."
}

# busy COMMAND ...   runs it beside as many busy loops as there are processors
busy() {
  local loops=() code=0
  for _ in $(seq "$(nproc)"); do
    (trap - EXIT; while :; do :; done) &
    loops+=($!)
  done
  trap 'kill '"${loops[*]}"' 2>/dev/null || true' EXIT
  say "Beside ${#loops[@]} busy loops:"
  "$@"
}

# Two builds of one source, each in a folder of its own, make the same jars byte by byte.
test_builds() {
  need_tools
  local folder jar name
  folder=$(mktemp -d)
  trap 'rm -rf "'"$folder"'"' EXIT
  for name in one another; do
    say "Building, $name ..."
    mkdir "$folder/$name"
    (cd "$here" && git ls-files -z | tar --null -T - -cf -) | tar -C "$folder/$name" -xf - || die "the source could not be copied: this needs git and a clone."
    (cd "$folder/$name" && mvn -B -q -Dmaven.test.skip=true -DskipTests -Dweb.build=bundle -pl core,web,server package) || die "the build failed (see above)."
  done
  for jar in core/target/zephyr-core web/target/zephyr-web server/target/zephyr-server server/target/zephyr-server-$version-app; do
    [[ $jar == *-app ]] || jar=$jar-$version
    cmp "$folder/one/$jar.jar" "$folder/another/$jar.jar" || die "two builds made two different $jar.jar."
    say "$jar.jar is the same: $(sha256sum <"$folder/one/$jar.jar" | cut -c1-16)"
  done
}

format() {
  need_tools
  (cd "$here" && mvn -B -q spotless:apply && cd web && npm ci --ignore-scripts --no-audit --no-fund --loglevel=error && npm run --silent format)
}

# One archive that runs on a Debian without Maven and Node: unpacked, ./zephyr start.
package() {
  own_state
  alone
  need_tools
  build
  local name=zephyr-ridge-$version stage
  stage=$here/target/package
  rm -rf "$stage"
  mkdir -p "$stage/$name/command"
  cp "$here/zephyr" "$stage/$name/"
  cp "$here"/command/{needs,processes,database,application,lan,data}.sh "$stage/$name/command/"
  cp -r "$(app_dir)" "$stage/$name/app"
  rm -f "$stage/$name/app/classes.jsa"*
  newest_tables >"$stage/$name/app/tables"
  echo "$version" >"$stage/$name/VERSION"
  cp "$here/docs/operations.md" "$here/CHANGELOG.md" "$stage/$name/"
  cp "$here/command/zephyr-ridge.service" "$stage/$name/"
  mkdir "$stage/$name/notices"
  (cd "$stage/$name/notices" && for jar in "$(app_main)" "$(app_dir)/lib/zephyr-web-$version.jar"; do jar xf "$jar" static/notices; done && mv static/notices/* . && rm -r static)
  tar -C "$stage" --sort=name --owner=0 --group=0 --numeric-owner --mtime=@0 -cf - "$name" | gzip -n >"$here/target/$name.tar.gz"
  rm -rf "$stage"
  say "The package is $here/target/$name.tar.gz; what to do with it stands in operations.md, in it."
}
