import type { Role } from '$core/book';

/** Pages where a keeper alone changes anything: others look. */
const KEEPERS_PAGES: readonly string[] = [
  '/settings',
  '/rules',
  '/ways/[key]/edit',
  '/hanging/air',
  '/animals/past'
];

/** What is said to somebody who may look at a page and change nothing there. */
export function looksOn(role: Role | undefined, route: string | null): string | undefined {
  if (role === 'guest') return 'You look on as a guest: nothing you press here is booked or changed.';
  return role === 'hand' && KEEPERS_PAGES.includes(route ?? '')
    ? 'Only a keeper changes what is on this page.'
    : undefined;
}
