import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { causes } from './Findings';

type FindingView = Schemas['FindingView'];

function finding(code: string, text: string, advice = ''): FindingView {
  return { code, severity: 'RISK', about: 'POSITION', subject: text, head: code, text, advice, why: [] };
}

describe('findings of one cause', () => {
  it('stand together where the first of them stands, and nothing is left out', () => {
    const all = [finding('A', 'one'), finding('B', 'two'), finding('A', 'three')];
    expect(causes(all).map((g) => g.map((f) => f.text))).toEqual([['one', 'three'], ['two']]);
  });

  it('are two where they ask for different things', () => {
    expect(causes([finding('A', 'one', 'do this'), finding('A', 'two', 'do that')])).toHaveLength(2);
  });
});
