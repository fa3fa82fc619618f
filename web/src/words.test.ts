import { describe, expect, it } from 'vitest';
import catalogue from '../../server/src/main/resources/text/catalogue.properties?raw';

/** So many words in a row are no accident: they are the same sentence. */
const IN_A_ROW = 6;

const PAGES = import.meta.glob<string>(
  ['./**/*.ts', './**/*.tsx', '!./**/*.test.ts', '!./**/*.test.tsx', '!./api/schema.ts', '!./api/words.ts'],
  { query: '?raw', import: 'default', eager: true },
);

/** The words of a text in runs of so many; what a value or a mark of the language parts is no run. */
function runs(text: string): string[] {
  const words = text
    .toLowerCase()
    .replace(/''/g, "'")
    .split(/\s+/)
    .map((w) => w.replace(/^[("'`>]+|[.,:;!?)"'`<]+$/g, ''));
  return words.flatMap((_, i) => {
    const run = words.slice(i, i + IN_A_ROW);
    return run.length === IN_A_ROW && run.every((w) => /^[a-z0-9'-]+$/.test(w)) ? [run.join(' ')] : [];
  });
}

const KEYS = new Map(
  catalogue.split('\n').flatMap((line) => {
    const at = line.indexOf('=');
    return at > 0 && !line.startsWith('#')
      ? runs(line.slice(at + 1)).map((run) => [run, line.slice(0, at)] as const)
      : [];
  }),
);

/** What a page writes that the catalogue says too, with the key it should take it by. */
function repeated(source: string): string[] {
  const said = source.replace(/\/\*[\s\S]*?\*\//g, ' ').replace(/^\s*\/\/.*$/gm, ' ');
  return runs(said).flatMap((run) => (KEYS.has(run) ? [`${KEYS.get(run)}: ${run}`] : []));
}

describe('what core and server say', () => {
  it('is never written again in a page', () => {
    expect(Object.keys(PAGES).length).toBeGreaterThan(100);
    expect(
      Object.entries(PAGES).flatMap(([file, source]) => repeated(source).map((r) => `${file}: ${r}`)),
    ).toEqual([]);
  });

  it('would be found in code and between tags', () => {
    const line = catalogue.split('\n').find((l) => l.startsWith('finding.GATE_KEY_NOT_ASKED='));
    const sentence = line?.slice(line.indexOf('=') + 1) ?? '';
    expect(repeated(`const a = '${sentence}';`)).not.toEqual([]);
    expect(repeated(`<Text>\n  ${sentence}\n</Text>`)).not.toEqual([]);
    expect(repeated(`// ${sentence}\n/* ${sentence} */`)).toEqual([]);
  });
});
