// The script a screen loads, gzipped: its entry, its page and all they import at once.
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join, sep } from 'node:path';
import { gzipSync } from 'node:zlib';
import { root } from './prepare.mjs';

const LIMIT_KB = 117;

const client = join(root, 'build', 'client', '_app', 'immutable');
const sizes = new Map();
const gzipped = (file) => {
  if (!sizes.has(file)) sizes.set(file, gzipSync(readFileSync(file)).length);
  return sizes.get(file);
};

/** A file and everything it imports statically. */
function closure(file, seen = new Set()) {
  if (seen.has(file) || !existsSync(file)) return seen;
  seen.add(file);
  const text = readFileSync(file, 'utf8');
  for (const [, path] of text.matchAll(/(?:import|from)\s*["']([^"']+\.js)["']/g))
    closure(join(file, '..', path), seen);
  return seen;
}

const files = (folder) =>
  readdirSync(join(client, folder))
    .filter((f) => f.endsWith('.js'))
    .map((f) => join(client, folder, f));
const entry = files('entry').flatMap((f) => [...closure(f)]);
const nodes = files('nodes');
const number = (file) => Number(/(\d+)\./.exec(file.split('/').pop())?.[1]);
const layout = nodes.find((f) => number(f) === 0);

// Which node is which page: the server's manifest says.
const chunks = join(root, 'build', 'server', 'chunks');
const manifest = readdirSync(chunks)
  .filter((f) => f.startsWith('manifest') && f.endsWith('.js'))
  .map((f) => readFileSync(join(chunks, f), 'utf8'))
  .join('\n');
const pages = [
  ...manifest.matchAll(/id: "([^"]+)",[^{}]*(?:\[[^\]]*\])?[^{}]*page: \{[^}]*leaf: (\d+)/g)
].map(([, id, leaf]) => [id, Number(leaf)]);
let over = 0;
// Every page there is must be among those measured: a check that sees half of them is none.
const measured = new Set(pages.map(([id]) => id));
const unseen = readdirSync(join(root, 'src', 'routes'), { recursive: true })
  .map((path) => String(path).split(sep).join('/'))
  .filter((path) => /(^|\/)\+page\.svelte$/.test(path))
  .map((path) => `/${path.replace(/\/?\+page\.svelte$/, '')}`)
  .filter((id) => !measured.has(id));
if (pages.length === 0 || unseen.length > 0) {
  console.error(`not measured: ${pages.length === 0 ? 'no page was found in the build' : unseen.join(', ')}`);
  process.exit(1);
}
for (const [id, leaf] of pages) {
  const node = nodes.find((f) => number(f) === leaf);
  const all = new Set([...entry, ...closure(layout), ...(node ? closure(node) : [])]);
  const kb = [...all].reduce((sum, file) => sum + gzipped(file), 0) / 1000;
  if (!node || kb > LIMIT_KB) over += 1;
  console.log(
    `${id.padEnd(20)} ${kb.toFixed(1).padStart(6)} kB of script gzipped${!node ? ', its script was not found' : kb > LIMIT_KB ? `, over ${LIMIT_KB}` : ''}`
  );
}
process.exit(over > 0 ? 1 : 0);
