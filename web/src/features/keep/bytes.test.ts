import { expect, test } from 'vitest';
import { bytes } from './UpkeepPage';

test.each([
  [0, '0 B'],
  [1023, '1023 B'],
  [1024, '1.0 KiB'],
  [150 * 2 ** 20, '150 MiB'],
  [1.5 * 2 ** 40, '1.5 TiB'],
  [2 ** 60, '1048576 TiB'],
])('%d bytes are %s', (n, said) => {
  expect(bytes(n)).toBe(said);
});
