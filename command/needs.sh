# shellcheck shell=bash
# What must be there: Debian's packages, a JDK and a Node that are new enough. Sourced by zephyr.

jdk_version() { javac -version 2>&1 | sed -nE 's/^javac ([0-9]+).*/\1/p'; }
java_version() { java -version 2>&1 | sed -nE '1s/.*"([0-9]+).*/\1/p'; }
node_version() { node --version 2>/dev/null | sed -nE 's/^v([0-9]+).*/\1/p'; }
at_least() { [ "${1:-0}" -ge "$2" ]; }

# What an installed package needs: a Java that runs it. What the source needs, to build it.
need_tools() {
  if [ "$packaged" = yes ]; then
    need_packages java:default-jre-headless
    at_least "$(java_version)" 17 || die "Java $(java_version) is too old. Type: apt-get install default-jre-headless; put Java 17 or newer first in PATH, then run this again."
    return
  fi
  # A Node of ours, from an earlier run, goes before an older one of the system.
  at_least "$(node_version)" 20 || PATH=$node_home/bin:$PATH
  need_packages javac:default-jdk-headless mvn:maven
  at_least "$(jdk_version)" 17 || die "JDK $(jdk_version) is too old. Type: apt-get install default-jdk-headless; put JDK 17 or newer first in PATH, then run this again."
  need_packages node:nodejs npm:npm
  at_least "$(node_version)" 20 || own_node
}

# Where Debian's Node is too old (Debian 12 has 18): the same program out of the npm registry, in a folder of ours.
node_home=${ZEPHYR_NODE_HOME:-$here/.zephyr-node}
own_node() {
  local arch
  case "$(uname -m)" in
    x86_64) arch=x64 ;;
    aarch64) arch=arm64 ;;
    armv7l) arch=armv7l ;;
    ppc64le) arch=ppc64le ;;
    s390x) arch=s390x ;;
    *) die "Node $(node_version) is too old, and for $(uname -m) there is no newer one to fetch. Install Node 20 or newer and put it first in PATH, then run this again." ;;
  esac
  say "Node $(node_version) is too old; fetching Node 20 into $node_home ..."
  rm -rf "$node_home.new"
  mkdir -p "$node_home.new/bin"
  (cd "$node_home.new" && npm install --no-save --ignore-scripts --no-audit --no-fund --loglevel=error --prefix . "node-linux-$arch@20" npm@10) >"$node_home.log" 2>&1 \
    || die "Node 20 could not be fetched; see $node_home.log. Check the network, or install Node 20 or newer by hand and put it first in PATH, then run this again."
  ln -s "../node_modules/node-linux-$arch/bin/node" "$node_home.new/bin/node"
  ln -s ../node_modules/npm/bin/npm-cli.js "$node_home.new/bin/npm"
  ln -s ../node_modules/npm/bin/npx-cli.js "$node_home.new/bin/npx"
  rm -rf "$node_home"
  mv "$node_home.new" "$node_home"
  PATH=$node_home/bin:$PATH
  hash -r
  at_least "$(node_version)" 20 || die "Node 20 was fetched into $node_home and does not run. Install Node 20 or newer by hand and put it first in PATH, then run this again."
}

# Held while packages come in the background: a program of theirs may be there before what it needs is.
packages_lock=$here/.zephyr-packages
packages_arrived() { [ ! -e "$packages_lock" ] || flock "$packages_lock" true; }

# may_install PACKAGE ...   ends with a sentence where this account cannot
may_install() {
  command -v apt-get >/dev/null || die "missing: $*, and this is no Debian system. Install what these packages hold by hand (JDK 17 or newer, Maven 3.8 or newer, Node 20 or newer and npm, MariaDB 10.11 or newer, Chromium for the tests), then run this again."
  [ "$(id -u)" -eq 0 ] || sudo -n true 2>/dev/null || die "missing Debian packages, and this account may not install them. Let someone with root run: apt-get install $*"
}

apt_updated=no
# need_packages PROGRAM:PACKAGE ...   installs Debian packages for programs that are not there
need_packages() {
  local wanted=() pair
  for pair in "$@"; do
    command -v "${pair%%:*}" >/dev/null || [[ " ${wanted[*]} " == *" ${pair##*:} "* ]] || wanted+=("${pair##*:}")
  done
  [ ${#wanted[@]} -gt 0 ] || return 0
  may_install "${wanted[@]}"
  local as=()
  [ "$(id -u)" -eq 0 ] || as=(sudo -n)
  say "Installing ${wanted[*]} ..."
  [ "$apt_updated" = yes ] || "${as[@]}" apt-get update -qq >/dev/null || die "apt-get update failed. Check the network and the package sources, then run this again."
  apt_updated=yes
  DEBIAN_FRONTEND=noninteractive "${as[@]}" apt-get install -y -qq --no-install-recommends "${wanted[@]}" >/dev/null \
    || die "could not install ${wanted[*]}. Run apt-get install ${wanted[*]} by hand to see why, then run this again."
}

need_database() {
  if [ -n "$db_host" ]; then
    need_packages mariadb:mariadb-client-core
  else
    need_packages mariadbd:mariadb-server-core mariadb-install-db:mariadb-server-core mariadb:mariadb-client-core
  fi
}
