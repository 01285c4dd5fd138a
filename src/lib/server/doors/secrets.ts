import { createHash, randomBytes, randomInt } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import { normalName } from './names';

/** Bounds of a password, in signs; no rule says of which kinds (OWASP ASVS 4.0, 2.1.1, 2.1.2 and 2.1.9). */
export const PASSWORD_MIN = 12;
export const PASSWORD_MAX = 128;
/** Figures of a PIN: it counts at one device only, and is gone after {@link PIN_TRIES} wrong tries. */
export const PIN_MIN = 4;
export const PIN_MAX = 8;
export const PIN_TRIES = 5;

/** Of 0 to 4: as what guessing takes it, 3 is some 10⁸ tries (working default). */
const STRONG = 3;

/** What a browser is given to be known by: 256 bits, of which only the digest is kept. */
export const newToken = (): string => randomBytes(32).toString('base64url');
export const digestOf = (token: string): string => createHash('sha256').update(token).digest('base64url');

/** Argon2id with the package's own costs (19 MiB, two passes: what OWASP names as the least). */
export const seal = (secret: string): Promise<string> => hash(secret.normalize('NFC'));
export const opens = (sealed: string, secret: string): Promise<boolean> =>
  verify(sealed, secret.normalize('NFC')).catch(() => false);

let nobody: Promise<string> | undefined;
/** Takes as long as looking at a password does; for a name that nobody has. */
export async function opensNothing(secret: string): Promise<false> {
  nobody ??= seal(newToken());
  await opens(await nobody, secret);
  return false;
}

/** Why a password is none, in words; nothing where it is one. `told` are words that anybody would try first. */
export async function passwordFault(password: string, told: readonly string[]): Promise<string | undefined> {
  const signs = [...password.normalize('NFC').replace(/ +/g, ' ').trim()].length;
  if (signs < PASSWORD_MIN)
    return `at least ${PASSWORD_MIN} signs; four words that do not belong together are good`;
  if ([...password].length > PASSWORD_MAX) return `at most ${PASSWORD_MAX} signs`;
  const { score } = (await guesser()).check(password, told.map(normalName));
  return score < STRONG ? 'too easy to guess; take words that do not belong together' : undefined;
}

let made: Promise<{ check: (password: string, told: string[]) => { score: number } }> | undefined;
/** What reckons how easily a password is guessed; its word lists are read when the first one is chosen. */
const guesser = () => (made ??= makeGuesser());

async function makeGuesser() {
  const [{ ZxcvbnFactory }, { dictionary, adjacencyGraphs }] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common')
  ]);
  return new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
}

/** Why a PIN is none, in words; nothing where it is one. */
export function pinFault(pin: string): string | undefined {
  if (!/^\d+$/.test(pin)) return 'figures only';
  if (pin.length < PIN_MIN || pin.length > PIN_MAX) return `${PIN_MIN} to ${PIN_MAX} figures`;
  const steps = new Set([...pin].slice(1).map((figure, i) => Number(figure) - Number(pin[i])));
  const [step] = steps;
  if (steps.size === 1 && step !== undefined && Math.abs(step) <= 1) return 'too easy to guess';
  return undefined;
}

/** A password for somebody who has lost theirs: 20 letters and figures in fives, none that could be taken for another. */
export function newPassword(): string {
  const signs = 'abcdefghjkmnpqrstuvwxyz23456789';
  const five = () => Array.from({ length: 5 }, () => signs[randomInt(signs.length)]).join('');
  return [five(), five(), five(), five()].join('-');
}
