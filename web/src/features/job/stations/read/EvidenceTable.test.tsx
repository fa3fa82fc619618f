import { ChakraProvider } from '@chakra-ui/react';
import { cleanup, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { system } from '../../../../theme/system';
import type { EvidenceView } from './api';
import { EvidenceTable } from './EvidenceTable';
import { type PositionEvidence, Positions } from './Positions';

const claim = (source: string, value: string, agrees: boolean) => ({
  source,
  kind: 'FIRMWARE' as const,
  value,
  agrees,
  evidence: `SMBIOS, byte 12 (0xC): 00 40`,
});
const at: PositionEvidence = {
  position: 'socket-a',
  label: 'Socket A',
  soldered: false,
  verdict: { state: 'FILLED', percent: 97, word: 'CONFIRMED' },
  inJob: false,
  line: '8GB 1Rx8 DDR4-2666',
  fields: [
    {
      field: 'CAPACITY',
      name: 'Capacity',
      held: '8 GB',
      certainty: 74,
      contradicted: true,
      byHand: false,
      claims: [claim('fw', '8 GB', true), claim('lb', '16 GB', false)],
    },
    {
      field: 'RANKS',
      name: 'Ranks',
      held: '1',
      certainty: 99,
      contradicted: false,
      byHand: false,
      claims: [claim('fw', '1', true)],
    },
  ],
};
const sources: EvidenceView['sources'] = [
  {
    id: 'fw',
    name: 'table.bin',
    kind: 'FIRMWARE',
    when: 'before anything was changed',
    what: 'SMBIOS table',
    oneModule: false,
    removable: true,
    findings: [],
  },
  {
    id: 'lb',
    name: 'label',
    kind: 'LABEL',
    when: '',
    what: 'label line',
    oneModule: true,
    removable: false,
    findings: [],
  },
  {
    id: 'other',
    name: 'silent.bin',
    kind: 'FIRMWARE',
    when: 'before anything was changed',
    what: 'SMBIOS table',
    oneModule: false,
    removable: true,
    findings: [],
  },
];

function show(readOnly = false) {
  const change = vi.fn(() => Promise.resolve(undefined));
  render(
    <ChakraProvider value={system}>
      <EvidenceTable at={at} sources={sources} change={change} readOnly={readOnly} />
    </ChakraProvider>,
  );
  return change;
}

afterEach(cleanup);

describe('EvidenceTable', () => {
  it('has a column per source that speaks of the position, and marks what disagrees by a sign', () => {
    show();
    expect(screen.getAllByRole('columnheader').map((h) => h.textContent)).toEqual([
      'Field',
      'Held true',
      'table.bin',
      'label',
    ]);
    const row = screen.getByRole('button', { name: 'Capacity' }).closest('tr')!;
    expect(within(row).getByText('16 GB').textContent).toBe('≠ 16 GB');
    expect(within(row).getAllByText(/8 GB/)[0].textContent).toBe('≠ 8 GB');
    expect(screen.getByRole('button', { name: 'Ranks' }).closest('tr')!.textContent).not.toContain('≠');
  });

  it('shows bytes on demand', async () => {
    show();
    expect(screen.queryByText(/byte 12/)).toBeNull();
    await userEvent.click(screen.getByRole('button', { name: 'Capacity' }));
    expect(screen.getAllByText(/byte 12/)).toHaveLength(2);
  });

  it('takes the hand as a source', async () => {
    const change = show();
    await userEvent.click(screen.getByRole('button', { name: 'Correct Capacity' }));
    const field = screen.getByLabelText('Capacity, corrected');
    await userEvent.clear(field);
    await userEvent.type(field, '16gb{Enter}');
    expect(change).toHaveBeenCalledWith({
      type: 'CorrectField',
      position: 'socket-a',
      field: 'CAPACITY',
      value: '16gb',
    });
  });

  it('offers no correction to who only reads', () => {
    show(true);
    expect(screen.queryByRole('button', { name: /Correct/ })).toBeNull();
  });
});

describe('Positions', () => {
  it('says what is there, how sure that is, and how many fields are in dispute', () => {
    render(
      <ChakraProvider value={system}>
        <Positions positions={[at]} chosen="socket-a" onChoose={() => undefined} />
      </ChakraProvider>,
    );
    const card = screen.getByRole('button', { pressed: true });
    expect(card.textContent).toContain('socket with a module, confirmed (97\u00a0%)');
    expect(card.textContent).toContain('1 field in dispute');
  });
});
