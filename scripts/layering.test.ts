import { cpSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { ESLint } from 'eslint';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { violations } from './layering.mjs';

const root = process.cwd();
/** A house of our own making beside the real one, with the rooms that bad files reach for. */
let house: string;
beforeAll(() => {
  mkdirSync(join(root, 'reports'), { recursive: true });
  house = mkdtempSync(join(root, 'reports', 'floors-'));
  cpSync(join(root, 'tsconfig.layers.json'), join(house, 'tsconfig.layers.json'));
  for (const [path, text] of Object.entries({
    'node_modules/drizzle-orm/package.json': '{ "name": "drizzle-orm", "main": "index.js" }\n',
    'node_modules/drizzle-orm/index.js': 'export const sql = 1;\n',
    'src/lib/server/log.ts': 'export const log = 1;\n',
    'src/lib/server/demo/furnish.ts': 'export const furnish = 1;\n',
    'src/core/book/state.ts': 'export const fold = 1;\n',
    'src/routes/worth/+page.svelte': '<p>Worth</p>\n'
  }))
    lay(path, text);
});
afterAll(() => rmSync(house, { recursive: true, force: true }));

/** Lays a file into the made-up house; gives its path there. */
function lay(path: string, text: string): string {
  mkdirSync(dirname(join(house, path)), { recursive: true });
  writeFileSync(join(house, path), text);
  return path;
}

const rulesBroken = async (file: string) =>
  (await violations([file], house)).lines.map((line) => line.split(':')[0]);

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

describe('what loads a page anew', () => {
  it('waits until nobody is on the way to another page: SvelteKit’s own is caught in components and beside them', async () => {
    const own = `import { goto, invalidateAll } from '$app/navigation';\n`;
    for (const [file, text] of [
      [
        'src/routes/worth/+page.svelte',
        `<script lang="ts">\n  ${own}  void [goto, invalidateAll];\n</script>\n`
      ],
      ['src/lib/bench/follow-plan.ts', `${own}export const x = [goto, invalidateAll];\n`]
    ] as const)
      expect(await lintRules(file, text)).toContain('no-restricted-syntax');
    const ours = `import { refresh } from '$lib/device/refresh';\nexport const x = refresh;\n`;
    expect(await lintRules('src/lib/bench/follow-plan.ts', ours)).toEqual([]);
  });
});

describe('the floors of the house', () => {
  it('hold as they stand', async () => {
    const { modules, lines } = await violations();
    expect(lines).toEqual([]);
    expect(modules).toBeGreaterThan(50);
  });

  it('a .ts file of core that reaches for the server is caught', async () => {
    const file = lay('src/core/bad.ts', `import { log } from '$lib/server/log';\nexport const x = log;\n`);
    expect(await rulesBroken(file)).toContain('core-is-the-ground-floor');
  });

  it('a .ts file of core that reaches for the database is caught', async () => {
    const file = lay('src/core/bad.ts', `import { sql } from 'drizzle-orm';\nexport const x = sql;\n`);
    expect(await rulesBroken(file)).toContain('core-is-the-ground-floor');
  });

  it('a .svelte file of lib that climbs to a route is caught', async () => {
    const file = lay(
      'src/lib/ui/Bad.svelte',
      `<script lang="ts">\n  import Page from '../../routes/worth/+page.svelte';\n</script>\n\n<Page />\n`
    );
    expect(await rulesBroken(file)).toContain('lib-does-not-climb-to-routes');
  });

  it('a .svelte file that goes past the door of a core folder is caught', async () => {
    const file = lay(
      'src/lib/ui/Bad.svelte',
      `<script lang="ts">\n  import { fold } from '$core/book/state';\n  console.log(fold);\n</script>\n`
    );
    expect(await rulesBroken(file)).toContain('core-by-the-door');
  });

  it('the demo asked for at once is caught, asked for when it is wanted is not', async () => {
    const at = (text: string) => rulesBroken(lay('src/lib/server/bad.ts', text));
    const rule = 'the-demo-is-loaded-for-the-demo';
    expect(
      await at(`import { furnish } from '$lib/server/demo/furnish';\nexport const x = furnish;\n`)
    ).toContain(rule);
    expect(await at(`export const x = () => import('$lib/server/demo/furnish');\n`)).not.toContain(rule);
  });

  it('a circle is caught', async () => {
    const file = lay('src/lib/ui/a.ts', `import { b } from './b';\nexport const a = () => b;\n`);
    lay('src/lib/ui/b.ts', `import { a } from './a';\nexport const b = () => a;\n`);
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
