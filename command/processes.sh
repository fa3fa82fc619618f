# shellcheck shell=bash
# Processes of ours, found by their command line, so that a stale pid file can never mislead; the folder they share; one command at a
# time. Sourced by zephyr.

# running WORD   prints the id of a process of this account whose arguments contain WORD whole
running() {
  local file
  # The word goes in by standard input: among grep's own arguments it would find itself. What follows it are files.
  # shellcheck disable=SC2062
  while read -r file; do
    file=${file%/cmdline}
    [ -O "$file" ] && [ "${file#/proc/}" != $$ ] && { echo "${file#/proc/}"; return 0; }
  done < <(printf '%s\n' "$1" | grep -lzxF -f - /proc/[0-9]*/cmdline 2>/dev/null)
  return 1
}

port_taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

# end PID SECONDS   asks a process to end and waits for it
end() {
  kill "$1" 2>/dev/null || return 0
  for _ in $(seq $(($2 * 5))); do
    kill -0 "$1" 2>/dev/null || return 0
    sleep 0.2
  done
  return 1
}

# The folder is this account's own: files of another's in it would stop the next start.
own_state() {
  mkdir -p "$state" 2>/dev/null || die "the folder $state cannot be made by $(id -un). Choose another with ZEPHYR_HOME, then run this again."
  state=$(cd "$state" && pwd)
  [ -O "$state" ] || die "the data in $state belong to $(stat -c %U "$state"), and this is $(id -un). Run this as that user (sudo -u $(stat -c %U "$state") ./zephyr ...), or choose a folder of your own with ZEPHYR_HOME."
}

# A database that meets a full disk in the middle of a write is hard to bring back: better not begun.
enough_room() {
  local free
  free=$(df -Pk "$state" | awk 'NR == 2 { print int($4 / 1024) }')
  [ "$free" -ge "$least_mb" ] || die "only $free MB are free where the data are ($state), and $least_mb are needed. Make room, or choose another folder with ZEPHYR_HOME, then run this again."
}

# Two commands at once wait for each other. The lock goes with this process, however it ends; what it starts for good does not get it (9>&-).
alone() {
  (: >>"$state/lock") 2>/dev/null || die "nothing can be written in $state. Choose another folder with ZEPHYR_HOME, or make room, then run this again."
  exec 9>"$state/lock"
  flock -n 9 && return 0
  say "Another ./zephyr is at work here; waiting for it ..."
  flock -w 1200 9 || die "another ./zephyr has been at work on $state for twenty minutes. Look what it does (ps), then run this again."
}

# A log that grew beyond ten megabytes begins anew; the one before it is kept.
turn() { [ ! -f "$1" ] || [ "$(stat -c %s "$1")" -lt 10000000 ] || mv "$1" "$1.1"; }
