import { describe, expect, it } from 'vitest';
import type { EvidenceView } from './stations/read/api';
import type { JobView } from './api';
import { leading, missingAt } from './LeadLine';

const SILENT = 'no module, total or look speaks of Socket B';
const job = { trail: [{ station: 'READ', missing: [SILENT] }] } as unknown as JobView;
const evidence = (acceptable: boolean, ...conflicts: string[]) =>
  ({ acceptable, conflicts: conflicts.map((label) => ({ label })) }) as unknown as EvidenceView;

describe('the line that leads', () => {
  it('calls nothing unspoken of while sources wait to be taken over', () => {
    expect(missingAt(job, 'READ', evidence(true))).toEqual(['what the sources say is not taken over yet']);
    expect(leading(job, 'READ', evidence(true))?.change).toEqual({ type: 'AcceptReading' });
    expect(missingAt(job, 'READ', evidence(false))).toEqual([SILENT]);
    expect(missingAt(job, 'READ', undefined)).toEqual([SILENT]);
  });

  it('asks for the word that settles two modules in one position first', () => {
    expect(missingAt(job, 'READ', evidence(true, 'Socket B'))).toEqual([
      'two different modules in Socket B: say below which it is',
    ]);
    expect(leading(job, 'READ', evidence(true, 'Socket B'))).toBeUndefined();
  });
});
