import { uuidv7 } from '$core/units';

const random = (n: number) => crypto.getRandomValues(new Uint8Array(n));
export const freshId = (): string => uuidv7(Date.now(), random);

/** This browser's name in the book; made once and kept. */
export function deviceName(): string {
  const kept = localStorage.getItem('yonder-device');
  if (kept) return kept;
  const made = `bench ${Array.from(random(2), (b) => b.toString(16).padStart(2, '0')).join('')}`;
  localStorage.setItem('yonder-device', made);
  return made;
}

const TRIMMED_KEY = 'yonder-pieces-trimmed';
/** Whether pieces are weighed trimmed on this device; undefined while nobody has said so. */
export function trimmedHere(): boolean | undefined {
  const kept = localStorage.getItem(TRIMMED_KEY);
  return kept === null ? undefined : kept === 'yes';
}
export const setTrimmedHere = (trimmed: boolean): void =>
  localStorage.setItem(TRIMMED_KEY, trimmed ? 'yes' : 'no');
