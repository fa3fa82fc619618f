#!/bin/sh
# zephyr-look: what this Linux system can say of its memory, as one JSON file for Zephyr Ridge; beside it the system's edition, whether a
# drive is encrypted, its battery's wear, sizes of its drives and what of them is free.
# It only reads, installs nothing and sends nothing. Run as root it also reads the firmware's table, the modules' chips and the first
# bytes of each partition, which tell whether it is encrypted.
# No names are in it; serial numbers only where the firmware's table or a chip holds them.
#
#   sh zephyr-look.sh > look.json
#
# Needs sh, cat, od, tr, head, df and printf, which every Linux has.
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

# What is online, in whole blocks of the kernel's map.
online() {
    blocks=$root/sys/devices/system/memory
    block=$(cat "$blocks/block_size_bytes" 2>/dev/null)
    [ -n "$block" ] || return
    count=0
    for state in "$blocks"/memory[0-9]*/state; do
        [ "$(cat "$state" 2>/dev/null)" = online ] && count=$((count + 1))
    done
    [ "$count" -eq 0 ] || printf 'Total online memory: %sM\n' "$((count * (0x$block / 1048576)))"
}

bits=$(getconf LONG_BIT 2>/dev/null)
if [ -r "$root/proc/meminfo" ]; then
    { cat "$root/proc/meminfo"; online; [ -z "$bits" ] || printf 'System type: %s-bit\n' "$bits"; } | part "what the system sees" ||
        missed "what the system sees: empty"
else
    missed "what the system sees"
fi

facts=
# fact NAME VALUE: a value that is JSON already.
fact() { facts="$facts${facts:+, }\"$1\": $2"; }

edition=$(. "$root/etc/os-release" 2>/dev/null && printf '%s' "${PRETTY_NAME:-}" | tr -d '"\\\000-\037' | head -c 200)
[ -z "$edition" ] || fact edition "\"$edition\""
case $bits in
32 | 64) fact wordBits "$bits" ;;
esac

# Drives of the machine: none that are made of others, none that are carried about.
drives=
encrypted=false
unseen=0
for block in "$root"/sys/block/*; do
    disk=${block##*/}
    case $disk in
    loop* | ram* | zram* | dm-* | md* | sr* | fd* | nbd* | \*) continue ;;
    esac
    [ "$(cat "$block/removable" 2>/dev/null)" = 1 ] && continue
    sectors=$(cat "$block/size" 2>/dev/null)
    [ "${sectors:-0}" -gt 0 ] 2>/dev/null || continue
    free=$(df -kP 2>/dev/null | {
        sum=
        while read -r device _ _ left _; do
            case $device in
            /dev/"$disk" | /dev/"$disk"[0-9]* | /dev/"$disk"p[0-9]*) sum=$((${sum:-0} + left * 1024)) ;;
            esac
        done
        printf '%s' "$sum"
    })
    drives="$drives${drives:+, }{\"bytes\": $((sectors * 512))${free:+, \"freeBytes\": $free}}"
    for part in "$block" "$block"/"$disk"*; do
        [ -e "$part/size" ] || continue
        start=$(head -c 4100 "$root/dev/${part##*/}" 2>/dev/null | hex)
        case $start in
        # LUKS, and what Windows puts before an encrypted volume.
        4c554b53babe* | ??????2d4656452d46532d*) encrypted=true ;;
        # Part of a volume group or an array: what lies in it is not seen from here.
        *4c4142454c4f4e45* | *fc4e2ba9) unseen=1 ;;
        '') unseen=1 ;;
        esac
    done
done
[ -z "$drives" ] || fact drives "[$drives]"
for uuid in "$root"/sys/block/dm-*/dm/uuid; do
    case $(cat "$uuid" 2>/dev/null) in
    CRYPT-*) encrypted=true ;;
    esac
done
if [ "$encrypted" = true ]; then
    fact driveEncrypted true
elif [ -n "$drives" ] && [ "$unseen" = 0 ]; then
    fact driveEncrypted false
else
    missed "whether a drive is encrypted: not all of it can be seen into, as root more can"
fi

for battery in "$root"/sys/class/power_supply/*; do
    [ "$(cat "$battery/type" 2>/dev/null)" = Battery ] || continue
    [ "$(cat "$battery/scope" 2>/dev/null)" = Device ] && continue
    for kind in energy charge; do
        full=$(cat "$battery/${kind}_full" 2>/dev/null)
        design=$(cat "$battery/${kind}_full_design" 2>/dev/null)
        if [ "${full:-0}" -gt 0 ] 2>/dev/null && [ "${design:-0}" -gt 0 ] 2>/dev/null; then
            fact battery "{\"full\": $((full / 1000)), \"design\": $((design / 1000))}"
            break 2
        fi
    done
done

printf '\n  ],\n  "facts": {%s},\n  "unread": [%s]\n}\n' "$facts" "$unread"
