// Whose work is in the pages, and under which licence, into public/notices/pages.txt. A licence that is not listed here fails the build
// until somebody has looked at it.
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const LOOKED_AT = new Set([
  '0BSD',
  'Apache-2.0',
  'BSD-2-Clause',
  'BSD-3-Clause',
  'ISC',
  'MIT',
  'OFL-1.1',
  'Unlicense',
]);

/** Whether what an SPDX expression allows is within the list: of "OR" one side, of "AND" both. */
export function allowed(expression) {
  return expression
    .replace(/[()]/g, '')
    .split(' OR ')
    .some((way) => way.split(' AND ').every((name) => LOOKED_AT.has(name.trim())));
}

/** What ships: name, version, licence and folder of each package that is not for building and testing only. */
export function shipped(lock) {
  return Object.entries(lock.packages)
    .filter(([folder, p]) => folder && !p.dev)
    .map(([folder, p]) => ({
      folder,
      name: folder.slice(folder.lastIndexOf('node_modules/') + 'node_modules/'.length),
      version: p.version,
      licence: p.license ?? 'none',
    }))
    .sort((a, b) => a.name.localeCompare(b.name));
}

/** All of it: first who, then each text once, with whose it is; textOf gives that of a folder, or ''. */
export function notices(packages, textOf) {
  const refused = packages.filter((p) => !allowed(p.licence));
  if (refused.length > 0) {
    throw new Error(
      `look at these licences, then list them in web/scripts/notices.mjs: ${refused.map((p) => `${p.name} (${p.licence})`).join(', ')}`,
    );
  }
  const texts = new Map();
  for (const p of packages) {
    const text = textOf(p.folder);
    if (text) texts.set(text, [...(texts.get(text) ?? []), `${p.name} ${p.version}`]);
  }
  return [
    'Work of others in the pages of Zephyr Ridge.',
    '',
    ...packages.map((p) => `${p.name} ${p.version}: ${p.licence}`),
    ...[...texts].flatMap(([text, whose]) => ['', '='.repeat(80), whose.join(', '), '', text]),
    '',
  ].join('\n');
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const root = fileURLToPath(new URL('..', import.meta.url));
  const textOf = (folder) => {
    // A package for another kind of machine is not there: npm left it out.
    if (!existsSync(root + folder)) return '';
    const file = readdirSync(root + folder).find((f) => /^(licen[cs]e|copying)/i.test(f));
    return file ? readFileSync(`${root}${folder}/${file}`, 'utf8').trim() : '';
  };
  const lock = JSON.parse(readFileSync(`${root}package-lock.json`, 'utf8'));
  mkdirSync(`${root}public/notices`, { recursive: true });
  writeFileSync(`${root}public/notices/pages.txt`, notices(shipped(lock), textOf));
}
