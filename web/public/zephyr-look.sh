#!/bin/sh
# zephyr-look: what this Linux system can say of its memory, as one JSON file for Zephyr Ridge.
# It only reads, installs nothing and sends nothing. Run as root it also reads the firmware's table and the modules' chips.
# No names are in it; serial numbers only where the firmware's table or a chip holds them.
#
#   sh zephyr-look.sh > look.json
#
# Needs sh, cat, od, tr and printf, which every Linux has.
set -u
root=${ZEPHYR_LOOK_ROOT:-}
sep=
unread=

hex() { od -An -v -tx1 | tr -d ' \n'; }

# part NAME: what comes in becomes a part; nothing is no part. Whoever calls it sets the comma for the next.
part() {
    content=$(hex)
    [ -n "$content" ] || return 1
    printf '%s\n    {"name": "%s", "hex": "%s"}' "$sep" "$1" "$content"
}

# missed WHAT: it is not there, or may not be read.
missed() { unread="$unread${unread:+, }\"$1\""; }

printf '{\n  "format": "zephyr-ridge/look",\n  "version": 1,\n  "system": "Linux",\n  "parts": ['

tables=$root/sys/firmware/dmi/tables
if [ -r "$tables/DMI" ]; then
    if cat "$tables/DMI" 2>/dev/null | part "firmware table"; then
        sep=,
    else
        missed "firmware table: empty"
    fi
elif [ -e "$tables/DMI" ]; then
    missed "firmware table: run it as root"
else
    missed "firmware table: this system shows none"
fi

chips=0
for eeprom in "$root"/sys/bus/i2c/devices/*/eeprom; do
    [ -e "$eeprom" ] || continue
    name=$(cat "${eeprom%/eeprom}/name" 2>/dev/null)
    case $name in
    ee1004 | spd5118 | spd | eeprom | 24c02) ;;
    *) continue ;;
    esac
    at=${eeprom%/eeprom}
    if [ -r "$eeprom" ] && cat "$eeprom" 2>/dev/null | part "module's chip at ${at##*/}"; then
        sep=,
        chips=$((chips + 1))
    else
        missed "module's chip at ${at##*/}: run it as root"
    fi
done
[ "$chips" -gt 0 ] || missed "modules' chips: this system shows none"

if [ -r "$root/proc/meminfo" ]; then
    bits=$(getconf LONG_BIT 2>/dev/null)
    { cat "$root/proc/meminfo"; [ -z "$bits" ] || printf 'System type: %s-bit\n' "$bits"; } | part "what the system sees" ||
        missed "what the system sees: empty"
else
    missed "what the system sees"
fi

printf '\n  ],\n  "unread": [%s]\n}\n' "$unread"
