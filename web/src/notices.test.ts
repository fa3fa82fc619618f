import { expect, test } from 'vitest';
import lock from '../package-lock.json';
import { allowed, notices, shipped } from '../scripts/notices.mjs';

test('of OR one side has to be known, of AND both', () => {
  expect(allowed('MIT')).toBe(true);
  expect(allowed('(Unknown-1.0 OR Apache-2.0)')).toBe(true);
  expect(allowed('MIT AND Unknown-1.0')).toBe(false);
  expect(allowed('none')).toBe(false);
});

test('everything that ships is named, with the text of its licence, and what is for building only is not', () => {
  const text = notices(shipped(lock), (folder: string) =>
    folder.includes('atkinson') ? 'of the fonts' : 'of the rest',
  );
  for (const name of [
    'react',
    '@chakra-ui/react',
    'tesseract.js',
    '@fontsource-variable/atkinson-hyperlegible-next',
  ]) {
    expect(text).toContain(`\n${name} `);
  }
  expect(text).not.toContain('\nvitest ');
  // Each text once, with whose it is.
  expect(text.split('of the fonts')).toHaveLength(2);
  expect(text.split('of the rest')).toHaveLength(2);
});

test('a licence that nobody looked at fails the build', () => {
  expect(() => notices([{ folder: 'x', name: 'odd', version: '1', licence: 'Odd-1.0' }], () => '')).toThrow(
    'odd (Odd-1.0)',
  );
});
