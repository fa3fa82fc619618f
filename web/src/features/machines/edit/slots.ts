import type { MachineRecord } from './draft';

export type Position = MachineRecord['positions'][number];

/** The positions of a channel in the order in which they want to be filled. */
export function ofChannel(record: MachineRecord, channel: string): Position[] {
  return record.positions
    .filter((p) => p.channels.includes(channel))
    .sort((a, b) => a.fillOrder - b.fillOrder);
}

/** The first of a row of names that nothing has yet. */
function free(names: Iterable<string>, taken: string[]): string {
  for (const n of names) if (!taken.includes(n)) return n;
  throw new Error('more than a record holds');
}

function* letters() {
  for (let i = 0; ; i++)
    yield String.fromCharCode(65 + (i % 26)) + (i < 26 ? '' : String(Math.floor(i / 26) + 1));
}

function* numbered(prefix: string) {
  for (let n = 1; ; n++) yield `${prefix}${n}`;
}

/** One more processor with one channel. */
export function addProcessor(record: MachineRecord): MachineRecord {
  const processor = free(numbered('P'), record.processors);
  return addChannel({ ...record, processors: [...record.processors, processor] }, processor);
}

/** One more channel, with one socket like those of the machine. */
export function addChannel(record: MachineRecord, processor: string): MachineRecord {
  const several = record.processors.length > 1;
  const taken = record.channels.map((c) => c.id);
  const names = function* () {
    for (const l of letters()) yield several ? `${processor} ${l}` : l;
  };
  const id = free(names(), taken);
  // Behind the others of its processor: positions are read in this order.
  const after = record.channels.map((c) => c.processor).lastIndexOf(processor);
  const channels = [...record.channels];
  channels.splice(after < 0 ? channels.length : after + 1, 0, { id, processor });
  const wide = channels.filter((c) => c.processor === processor).length;
  return addSlot(
    {
      ...record,
      channels,
      controller: {
        ...record.controller,
        ways: [...new Set([...record.controller.ways, wide])].sort((a, b) => a - b),
      },
    },
    id,
  );
}

/** Without a channel and what feeds nothing else; a processor without a channel goes with it. */
export function removeChannel(record: MachineRecord, id: string): MachineRecord {
  const channels = record.channels.filter((c) => c.id !== id);
  const gone = record.positions.filter((p) => p.channels.every((c) => c === id)).map((p) => p.id);
  const without = gone.reduce(removeSlot, { ...record, channels });
  const processors = record.processors.filter((p) => channels.some((c) => c.processor === p));
  const widest = Math.max(1, ...processors.map((p) => channels.filter((c) => c.processor === p).length));
  return {
    ...without,
    processors,
    positions: without.positions.map((p) => ({ ...p, channels: p.channels.filter((c) => c !== id) })),
    controller: { ...without.controller, ways: without.controller.ways.filter((w) => w <= widest) },
  };
}

/** One more socket at the end of a channel, reached and seated like the one nearest to it. */
export function addSlot(record: MachineRecord, channel: string): MachineRecord {
  const siblings = ofChannel(record, channel);
  const like = [...siblings].reverse().find((p) => p.socket) ?? record.positions.find((p) => p.socket);
  const name = `${channel}${siblings.length + 1}`;
  const position: Position = {
    id: free(
      numbered(`socket-${channel.toLowerCase().replaceAll(' ', '-')}`),
      record.positions.map((p) => p.id),
    ),
    label: `Socket ${name}`,
    channels: [channel],
    formFactor: like?.formFactor ?? 'SO_DIMM',
    socket: like?.socket
      ? { ...like.socket, lower: undefined, colour: undefined }
      : { keySide: 'not noted', angleFrom: 25, angleTo: 45, turned: false, latches: 2, screws: [] },
    fillOrder: Math.max(0, ...siblings.map((p) => p.fillOrder)) + 1,
    carrier: like?.carrier,
    access: like?.access ?? [],
    provenance: 'OWN_BENCH',
  };
  const after = record.positions.map((p) => p.channels.includes(channel)).lastIndexOf(true);
  const positions = [...record.positions];
  positions.splice(after < 0 ? positions.length : after + 1, 0, position);
  return { ...record, positions };
}

/** Without a position; one that was stacked above it stands on the board then. */
export function removeSlot(record: MachineRecord, id: string): MachineRecord {
  return {
    ...record,
    positions: record.positions
      .filter((p) => p.id !== id)
      .map((p) => (p.socket?.lower === id ? { ...p, socket: { ...p.socket, lower: undefined } } : p)),
  };
}

/** Filled one place sooner in its channel. */
export function sooner(record: MachineRecord, channel: string, id: string): MachineRecord {
  const order = ofChannel(record, channel);
  const at = order.findIndex((p) => p.id === id);
  if (at < 1) return record;
  const next = [...order];
  [next[at - 1], next[at]] = [next[at], next[at - 1]];
  return {
    ...record,
    positions: record.positions.map((p) => {
      const place = next.findIndex((x) => x.id === p.id);
      return place < 0 ? p : { ...p, fillOrder: place + 1 };
    }),
  };
}
