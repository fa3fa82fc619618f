# shellcheck shell=bash
# Open to the bench's network, by wish only: with a certificate of its own, whose fingerprint is compared once at each device. Sourced by
# zephyr.

# The address that the network's others reach this machine at.
lan_address() { echo "${ZEPHYR_LAN_ADDRESS:-$(hostname -I 2>/dev/null | awk '{ print $1 }')}"; }

lan_on() {
  local address names
  address=$(lan_address)
  [ -n "$address" ] || die "this machine has no address that others could reach. Say which with ZEPHYR_LAN_ADDRESS, then run this again."
  (umask 077; mkdir -p "$state/lan")
  if [ ! -s "$state/lan/certificate.p12" ]; then
    (umask 077; head -c 24 /dev/urandom | od -An -tx1 | tr -d ' \n' >"$state/lan/password")
    names="ip:$address,dns:$(hostname)"
    ZEPHYR_STORE=$(cat "$state/lan/password") keytool -genkeypair -alias zephyr -keyalg EC -groupname secp256r1 -validity 825 -dname "CN=Zephyr Ridge, O=$(hostname)" -ext "san=$names" \
      -storetype PKCS12 -keystore "$state/lan/certificate.p12" -storepass:env ZEPHYR_STORE >"$state/lan/made.log" 2>&1 || die "the certificate could not be made; see $state/lan/made.log"
  fi
  if [ "$(cat "$state/lan/on" 2>/dev/null)" != "$address"$'\n'"$lan_port" ] && app_pid >/dev/null; then
    die "Zephyr Ridge runs already, not open to the network at $address. Stop it with ./zephyr stop, then run this again."
  fi
  printf '%s\n%s\n' "$address" "$lan_port" >"$state/lan/on"
}

fingerprint() {
  ZEPHYR_STORE=$(cat "$state/lan/password") keytool -list -v -alias zephyr -keystore "$state/lan/certificate.p12" -storepass:env ZEPHYR_STORE 2>/dev/null | sed -nE 's/^[[:space:]]*SHA256: ([0-9A-F:]+)$/\1/p'
}

lan_told() {
  local address print
  address=https://$(lan_address):$lan_port
  print=$(fingerprint)
  say "Others in the network reach it at $address"
  say "Its certificate is its own; compare once at each device (SHA-256): $print"
  say "The code leads there, with the fingerprint behind the #:"
  twin code "$address/#$print"
}
