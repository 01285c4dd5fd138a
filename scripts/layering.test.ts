import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { ESLint } from 'eslint';
import { afterEach, describe, expect, it } from 'vitest';
import { violations } from './layering.mjs';

const root = process.cwd();
const made: string[] = [];
afterEach(() => {
  for (const path of made.splice(0)) rmSync(path, { recursive: true, force: true });
});

/** Lays a file into a throwaway folder of a floor; gives its path from the project's root. */
function lay(floor: string, name: string, text: string): string {
  const folder = mkdtempSync(join(root, 'src', floor, 'floor-test-'));
  made.push(folder);
  const file = join(folder, name);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, text);
  return relative(root, file);
}

const rulesBroken = async (file: string) =>
  (await violations([file])).lines.map((line) => line.split(':')[0]);

async function lintRules(file: string, text: string): Promise<(string | null)[]> {
  const [result] = await new ESLint({ cwd: root }).lintText(text, { filePath: join(root, file) });
  return (result?.messages ?? []).map((m) => m.ruleId);
}

describe('what is filled in', () => {
  it('is filled in by a Field: a control of its own is caught, a hidden one is not', async () => {
    const page = 'src/routes/worth/+page.svelte';
    for (const raw of ['<select></select>', '<textarea></textarea>', '<input bind:value={x} />'])
      expect(
        await lintRules(page, `<script lang="ts">\n  let x = $state('');\n</script>\n\n{x}${raw}\n`)
      ).toContain('no-restricted-syntax');
    expect(await lintRules(page, `<input type="hidden" name="a" value="b" />\n`)).toEqual([]);
  });
});

describe('the floors of the house', () => {
  it('hold as they stand', async () => {
    const { modules, lines } = await violations();
    expect(lines).toEqual([]);
    expect(modules).toBeGreaterThan(50);
  });

  it('a .ts file of core that reaches for the server is caught', async () => {
    const file = lay('core', 'bad.ts', `import { log } from '$lib/server/log';\nexport const x = log;\n`);
    expect(await rulesBroken(file)).toContain('core-is-the-ground-floor');
  });

  it('a .ts file of core that reaches for the database is caught', async () => {
    const file = lay('core', 'bad.ts', `import { sql } from 'drizzle-orm';\nexport const x = sql;\n`);
    expect(await rulesBroken(file)).toContain('core-is-the-ground-floor');
  });

  it('a .svelte file of lib that climbs to a route is caught', async () => {
    const file = lay(
      'lib/ui',
      'Bad.svelte',
      `<script lang="ts">\n  import Page from '../../../routes/worth/+page.svelte';\n</script>\n\n<Page />\n`
    );
    expect(await rulesBroken(file)).toContain('lib-does-not-climb-to-routes');
  });

  it('a .svelte file that goes past the door of a core folder is caught', async () => {
    const file = lay(
      'lib/ui',
      'Bad.svelte',
      `<script lang="ts">\n  import { fold } from '$core/book/state';\n  console.log(fold);\n</script>\n`
    );
    expect(await rulesBroken(file)).toContain('core-by-the-door');
  });

  it('the demo asked for at once is caught, asked for when it is wanted is not', async () => {
    const at = (text: string) => rulesBroken(lay('lib/server', 'bad.ts', text));
    const rule = 'the-demo-is-loaded-for-the-demo';
    expect(
      await at(`import { furnish } from '$lib/server/demo/furnish';\nexport const x = furnish;\n`)
    ).toContain(rule);
    expect(await at(`export const x = () => import('$lib/server/demo/furnish');\n`)).not.toContain(rule);
  });

  it('a circle is caught', async () => {
    const file = lay('lib/ui', 'a.ts', `import { b } from './b';\nexport const a = () => b;\n`);
    writeFileSync(join(root, dirname(file), 'b.ts'), `import { a } from './a';\nexport const b = () => a;\n`);
    expect(await rulesBroken(file)).toContain('no-circles');
  });

  it('the linter sees type imports too, in .ts and in .svelte', async () => {
    const rule = '@typescript-eslint/no-restricted-imports';
    expect(
      await lintRules(
        'src/core/bad.ts',
        `import type { House } from '$lib/server/larder';\nexport type X = House;\n`
      )
    ).toContain(rule);
    expect(
      await lintRules(
        'src/lib/ui/Bad.svelte',
        `<script lang="ts">\n  import type { PageData } from '../../routes/worth/$types';\n  let { data }: { data: PageData } = $props();\n</script>\n\n{data}\n`
      )
    ).toContain(rule);
    expect(await lintRules('src/core/good.ts', `import { z } from 'zod';\nexport const x = z;\n`)).toEqual(
      []
    );
  });
});
