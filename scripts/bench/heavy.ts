import { createReadStream, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import type { Draft } from '$core/book';
import { p95, standAt } from './benches';

/** A logger's file of a reading a minute; a million are two years. */
function minutes(rows: number): string {
  const from = Date.UTC(2024, 0, 1);
  const lines = ['Date Time;Temp °C;RH %'];
  for (let i = 0; i < rows; i += 1) {
    const stamp = new Date(from + i * 60_000).toISOString();
    lines.push(
      `${stamp.slice(0, 10)} ${stamp.slice(11, 19)};${(3 + (i % 40) / 20).toFixed(1)};${80 + (i % 9)}.0`
    );
  }
  return lines.join('\n');
}

/** Presses of a bench while something heavy goes on, and how long that took, ms. */
async function meanwhile(
  url: string,
  drafts: readonly Draft[],
  heavy: () => Promise<unknown>
): Promise<{ p95: number; presses: number; took: number }> {
  const from = performance.now();
  let over = false;
  const work = heavy().finally(() => (over = true));
  const times: number[] = [];
  for (let i = 0; !over && i < drafts.length; i += 5)
    times.push(...(await standAt(url, drafts.slice(i, i + 5), 7 + i)));
  await work;
  return { p95: p95(times), presses: times.length, took: performance.now() - from };
}

/** How long a press takes while a file of so many rows is looked at and taken in, and while twenty sheets are printed. */
export async function besideHeavy(
  url: string,
  [alone = [], looking = [], taking = [], printing = []]: readonly (readonly Draft[])[],
  rows: number,
  code: string
) {
  const folder = mkdtempSync(join(tmpdir(), 'bench-'));
  const file = join(folder, 'logger.csv');
  writeFileSync(file, minutes(rows));
  const send = (look: boolean) => async () => {
    // From the disk in pieces, as a browser sends it: one string of it would hold the presses of this process themselves.
    const response = await fetch(`${url}/api/v1/readings/import?place=room:cold&look=${look}&timeZone=UTC`, {
      method: 'POST',
      headers: { 'content-type': 'text/csv' },
      body: Readable.toWeb(createReadStream(file)) as ReadableStream,
      duplex: 'half'
    } as RequestInit);
    const said = (await response.json()) as { good?: number };
    if (said.good !== rows) throw new Error(`not read: ${JSON.stringify(said).slice(0, 300)}`);
  };
  const sheets = () =>
    Promise.all(
      Array.from({ length: 20 }, async () => {
        const response = await fetch(`${url}/animals/${code}/sheet.pdf`);
        if (!response.ok) throw new Error(`no sheet: ${response.status}`);
        await response.arrayBuffer();
      })
    );
  // The first press of a server and the first document of a thread take longer than any other.
  await standAt(url, alone.slice(0, 10), 1);
  await sheets();
  const quiet = p95(await standAt(url, alone.slice(10), 2));
  const look = await meanwhile(url, looking, send(true));
  const take = await meanwhile(url, taking, send(false));
  const print = await meanwhile(url, printing, sheets);
  rmSync(folder, { recursive: true, force: true });
  return { quiet, look, take, print };
}
