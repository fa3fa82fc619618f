#!/usr/bin/env bash
# Fills an instance of its own with a hundred thousand jobs and ten thousand modules, and prints how long lists, Find, bench and drawer
# take: median and 95th of a hundred, one request at a time, in milliseconds. Nothing of the demo's or the workshop's is touched.
#
#   bench/many-jobs.sh [JOBS] [MODULES]
set -euo pipefail
cd "$(dirname "$0")/.."
jobs=${1:-100000} modules=${2:-10000}
ZEPHYR_HOME=$(mktemp -d)
export ZEPHYR_HOME ZEPHYR_PORT=${ZEPHYR_PORT:-8491} ZEPHYR_DB_PORT=${ZEPHYR_DB_PORT:-8492}
end() { ./zephyr stop >/dev/null 2>&1 || true; rm -rf "$ZEPHYR_HOME"; }
trap end EXIT
./zephyr demo | tail -2
sql() { mariadb --no-defaults "--socket=$(cat "$ZEPHYR_HOME/db/socket")" "$@"; }
data=$(sql -N -e "select table_schema from information_schema.tables where table_name = 'job' limit 1")
echo "filling $data with $jobs jobs and $modules modules ..."
sql "$data" <<SQL
set @like = (select id from job where status = 'CLOSED' order by id limit 1);
insert into work_order (id, owner, wish)
  select 1000000 + seq, concat(elt(1 + seq % 7, 'Fulling mill', 'Valley school', 'Bus depot', 'Harbour office', 'Weather post', 'Dairy', 'Quarry'), ' ', seq % 900),
         elt(1 + seq % 5, 'More room for pictures', 'It stalls by noon', 'Two programs at once', 'Maps stutter in the field', 'As the others')
  from seq_1_to_$jobs;
insert into job (id, order_id, machine_id, machine_version, station, status, waits, blocked, state, version, updated_at, updated_by)
  select 1000000 + seq, 1000000 + seq, m.id, m.version, j.station, j.status, j.waits, j.blocked, j.state, 1,
         date_add('2021-01-01', interval seq * 20 minute), j.updated_by
  from seq_1_to_$jobs join job j on j.id = @like join machine m on m.id = j.machine_id;
set @module = (select min(tag) from drawer_module where gone = 0);
insert into drawer_module (tag, label_line, maker, part_number, serial, tested, note, origin, bin, book_minor, generation, search_text)
  select concat('M-', lpad(seq, 6, '0')), d.label_line, d.maker, concat('GR-', seq % 400), lpad(hex(seq * 7919), 8, '0'), d.tested, d.note, d.origin,
         concat('B', seq % 60), d.book_minor, d.generation, ''
  from seq_1_to_$modules join drawer_module d on d.tag = @module;
analyze table job, work_order, drawer_module;
SQL
./zephyr stop >/dev/null
time ./zephyr demo | tail -2
sql "$data" -e 'analyze table job_word' >/dev/null
node bench/timed.mjs "http://127.0.0.1:$ZEPHYR_PORT" \
  /api/jobs '/api/jobs/closed?text=harbour' '/api/jobs/closed?text=harbour%2012%20noon' '/api/jobs/closed?text=2023-05-0' '/api/jobs/closed?text=%231050000' \
  '/api/jobs/closed' '/api/find?text=harbour' '/api/find?text=1050000' '/api/find?text=M-004711' '/api/find?text=quarry%20maps' '/api/owners?text=har' \
  '/api/drawer' '/api/drawer?text=16%20gr-39' '/api/drawer?free=true&page=150' '/api/jobs/2/stock' '/api/machines'
