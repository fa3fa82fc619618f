// Words that the server says too stand once, in its catalogue; the pages take theirs from there by key.
// every build writes them into src/api/words.ts, as `npm run words` does.
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const CATALOGUE = new URL('../../server/src/main/resources/text/catalogue.properties', import.meta.url);
const WORDS = new URL('../src/api/words.ts', import.meta.url);

/** What the pages say in the catalogue's words: whole keys, or all that begins with one that ends in a dot. */
const TAKEN = [
  'board.',
  'usual.seal.',
  'usual.battery.',
  'usual.encryption.',
  'usual.firmwareSettings.',
  'event.',
  'role.',
  'log.Acted.',
  'word.KIND_ABOVE_LIMIT',
  'word.KINDS_TOGETHER',
  'word.ORDER',
  'word.BAD_MODULE',
  'word.NOT_CONFIRMED',
  'notice.',
  'finding.GATE_NOTHING_PLANNED',
  'problem.INVALID.NO_PICTURE',
];

/** Every sentence of the catalogue by its key. */
export function catalogue() {
  const lines = readFileSync(CATALOGUE, 'utf8')
    .replace(/\\\r?\n\s*/g, '')
    .split('\n');
  return new Map(
    lines
      .map((line) => line.match(/^([^#=\s][^=\s]*)\s*=\s*(.*)$/))
      .filter((m) => m !== null)
      .map((m) => [m[1], m[2]]),
  );
}

/** The file as it has to be. */
export function wordsFile() {
  const taken = [...catalogue()].filter(([key]) =>
    TAKEN.some((t) => (t.endsWith('.') ? key.startsWith(t) : key === t)),
  );
  const open = taken.filter(([, text]) => text.includes('{'));
  if (open.length > 0) throw new Error(`a page cannot fill in ${open[0][0]}: it is the server's to say`);
  const lines = taken.map(([key, text]) => `  '${key}': ${JSON.stringify(text)},`);
  return `// Written by \`npm run words\` from the server's catalogue; change it there.\nexport const words = {\n${lines.join('\n')}\n} as const;\n`;
}

if (process.argv[1] === fileURLToPath(import.meta.url)) writeFileSync(WORDS, wordsFile());
