import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

const blanked = (text: string): string => text.replace(/[^\n]/g, ' ');

/** Places of a component where a blank at the end of a branch is meant to part two texts, and is taken out as it is compiled. */
function gluedIn(component: string): number[] {
  const markup = component.replace(/<(script|style)[\s\S]*?<\/\1>/g, blanked);
  const ends = markup.matchAll(/\s\{\/(?:if|each|key|await)\}(?=[\w“]|\{[a-zA-Z('"`])/g);
  return [...ends].map(({ index }) => markup.slice(0, index).split('\n').length);
}

it('a blank that parts two sentences is written as one where a branch ends between them', () => {
  expect(gluedIn('<p>\n  {#if a}One.\n  {/if}Two.</p>')).toEqual([3]);
  expect(gluedIn("<p>{#if a}One.{' '}{/if}Two. {#if b}, three{/if}. {#if c}Four.{/if}\n</p>")).toEqual([]);
  const components = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter((file) =>
    file.endsWith('.svelte')
  );
  expect(components.length).toBeGreaterThan(100);
  expect(
    components.flatMap((file) =>
      gluedIn(readFileSync(join('src', file), 'utf8')).map((line) => `${file}:${line}`)
    )
  ).toEqual([]);
});
