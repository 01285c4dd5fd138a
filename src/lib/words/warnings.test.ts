import { describe, expect, it } from 'vitest';
import {
  WARNING_KEYS,
  bodyOf,
  cool,
  hangingWindow,
  level,
  outcomeOf,
  phasesOf,
  warningsOf
} from '$core/chill';
import { DAY, HOUR, grams, type Celsius } from '$core/units';
import { DEFAULT_SETTINGS } from '$core/settings';
import { formatter } from './formatter';
import { warningsInWords } from './warnings';

const KILLED = Date.UTC(2026, 10, 25, 17);
const format = formatter({ ...DEFAULT_SETTINGS, timeZone: 'Europe/Oslo' });

/** A stag that hangs whole in a room of `air` °C, opened at an hour, asked at another. */
function stag(air: number, opened: number, asked: number) {
  const curves = cool({
    body: bodyOf('reddeer', grams(95_000), 11),
    killedAt: KILLED,
    phases: phasesOf(
      KILLED,
      [
        { at: KILLED + opened * HOUR, what: 'dressed' },
        { at: KILLED + opened * HOUR, what: 'hung' }
      ],
      {}
    ),
    air: { field: level(air) },
    until: KILLED + 20 * DAY
  });
  const now = KILLED + asked * HOUR;
  const outcome = outcomeOf(curves, 7 as Celsius, now);
  const window = hangingWindow({
    species: 'reddeer',
    sex: 'male',
    ageClass: 'adult',
    hanging: grams(95_000),
    warm: curves,
    cold: curves,
    now
  });
  return warningsInWords(warningsOf(outcome, window), { outcome, window, kind: 'large', format });
}

describe('a warning', () => {
  it('says what was seen, which line, what to do and what would silence it, for every kind there is', () => {
    const heard = new Map(
      [stag(15, 9, 60), stag(15, 1, 60), stag(2, 1, 48)].flat().map((w) => [w.key, w] as const)
    );
    expect([...heard.keys()].sort()).toEqual(WARNING_KEYS.filter((k) => k !== 'cold').sort());
    for (const w of heard.values()) {
      for (const text of [w.title, w.seen, w.line, w.act, w.hush]) expect(text.length).toBeGreaterThan(8);
      expect(w.seen, w.key).toMatch(/\d/);
      // Never a word that it is safe.
      expect(JSON.stringify(w)).not.toMatch(/\bsafe\b/i);
    }
    expect(heard.get('gut')!.line).toContain('100');
    expect(heard.get('sour')!.line).toContain('18 h');
  });

  it('is not heard of what is done well', () => {
    expect(stag(2, 1, 72).filter((w) => w.key !== 'sour')).toEqual([]);
  });

  it('keeps what only the forecast brings apart from what the record says', () => {
    const early = stag(15, 1, 6);
    const sour = early.find((w) => w.key === 'sour')!;
    expect(sour.ahead).toBe(true);
    expect(sour.level).toBe('watch');
    expect(sour.seen).toMatch(/^If the forecast holds/);
    const late = stag(15, 1, 60).find((w) => w.key === 'sour')!;
    expect(late.ahead).toBe(false);
    expect(late.level).toBe('act');
  });

  it('sends nothing to the knife that is warm or stiff', () => {
    const cut = stag(20, 1, 10).find((w) => w.key === 'cut')!;
    expect(cut.act).toMatch(/cool it first/);
  });
});
