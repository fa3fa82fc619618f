import { describe, expect, it } from 'vitest';
import { bankSize, EMPTY, isShape, ofKind, settled, withShape, withSpot } from './shapes';

const BANK_AND_SOCKET = { id: 'bank-and-socket', name: '', form: 'SO_DIMM' as const, channels: ['B', 'S'] };
const TWO_SIDES = { id: 'two-sides', name: '', form: 'SO_DIMM' as const, channels: ['S', 'K'] };
const BANKS = { id: 'banks-only', name: '', form: 'SOLDERED' as const, channels: ['B', 'B'] };

describe('shapes', () => {
  it('make positions; how large a bank is nobody has said yet', () => {
    const m = withShape(EMPTY, BANK_AND_SOCKET);
    expect(m.channels).toEqual([[{ kind: 'BANK', second: false }], [{ kind: 'SOCKET', second: false }]]);
    expect(isShape(m, BANK_AND_SOCKET)).toBe(true);
    expect(isShape(m, TWO_SIDES)).toBe(false);
    const four = withSpot(m, 0, 0, { kind: 'BANK', second: false, size: '4' });
    expect(bankSize(withShape(four, BANKS))).toBe('4');
  });

  it('need a second way in only where something lies behind it', () => {
    const m = withShape(EMPTY, TWO_SIDES);
    expect(m.second).toEqual({ wayIn: 'KEYBOARD', minutes: 25 });
    const under = { ...m, plug: 'UNDER_SECOND' as const };
    const back = settled(withShape(under, BANK_AND_SOCKET));
    expect(back.second).toBeUndefined();
    expect(back.plug).toBe('NOT_KNOWN');
  });

  it('change one position at a time, also to unlike channels', () => {
    let m = withSpot(EMPTY, 1, 1, { kind: 'UPPER_SOCKET', second: false });
    expect(m.channels.map((c) => c.length)).toEqual([1, 2]);
    m = withSpot(m, 0, 0, undefined);
    expect(m.channels.map((c) => c.length)).toEqual([0, 2]);
    m = withSpot(withSpot(m, 1, 1, undefined), 1, 0, { kind: 'BANK', second: false });
    expect(m.formFactor).toBe('SOLDERED');
    expect(withSpot(m, 0, 0, { kind: 'SOCKET', second: false }).formFactor).toBe('SO_DIMM');
  });

  it('are opened as most of their kind are, unless somebody said otherwise', () => {
    const desktop = { ...EMPTY, ...ofKind(EMPTY, 'DESKTOP') };
    expect(desktop).toMatchObject({
      formFactor: 'DIMM',
      plug: 'NO_BATTERY',
      main: { wayIn: 'COVER', minutes: 3 },
    });
    expect({ ...desktop, ...ofKind(desktop, 'LAPTOP') }).toMatchObject({
      formFactor: 'SO_DIMM',
      plug: 'NOT_KNOWN',
      main: EMPTY.main,
    });
    const said = { ...EMPTY, main: { wayIn: 'HATCH' as const, minutes: 2 } };
    expect(ofKind(said, 'ALL_IN_ONE').main).toEqual(said.main);
  });
});
