import { BandOf, QUESTIONS, answer, canAsk, cool, outcomeOf, wayInput } from '$core/chill';
import { fromPlain } from '$core/hang';
import { seeded } from '$core/statistics';
import { HOUR } from '$core/units';
import type { ChillAnswer, ChillAsk } from './chill';

/* The curve first, then what is asked, then the band; a newer question ends an older one between two draws. */

const DRAWS = 300;
/** Milliseconds of work between two looks at the door. */
const SPELL_MS = 30;
const FIRST_BAND = 60;

let current = 0;

const say = (message: ChillAnswer) => postMessage(message);
/** Lets messages that wait come in. */
const breath = () => new Promise<void>((done) => setTimeout(done));

async function work({ id, plain, at, now, band }: ChillAsk): Promise<void> {
  const asked = fromPlain(plain);
  const input = wayInput(asked);
  const curves = cool(input);
  const outcome = outcomeOf(curves, asked.target, now);
  say({ id, kind: 'curve', way: { curves, outcome } });
  await breath();
  const when = Math.max(at, now);
  // Of what is cold by then nothing is asked.
  const warm = asked.killedAt + outcome.hoursToTarget * HOUR > when;
  for (const question of QUESTIONS) {
    if (id !== current) return;
    if (!warm || !canAsk(question, asked)) continue;
    say({ id, kind: 'answer', answer: answer(asked, question, when, now) });
    await breath();
  }
  if (!band) return void say({ id, kind: 'done' });
  const draws = new BandOf(input, asked.target, seeded(20_261_125));
  let begun = performance.now();
  for (let n = 1; n <= DRAWS; n += 1) {
    draws.draw();
    if (n === FIRST_BAND) say({ id, kind: 'band', band: draws.band() });
    if (performance.now() - begun < SPELL_MS) continue;
    await breath();
    if (id !== current) return;
    begun = performance.now();
  }
  say({ id, kind: 'band', band: draws.band() });
  say({ id, kind: 'done' });
}

addEventListener('message', ({ data }: MessageEvent<ChillAsk>) => {
  current = data.id;
  void breath().then(() => (data.id === current ? work(data) : undefined));
});
