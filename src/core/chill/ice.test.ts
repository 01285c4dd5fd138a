import { describe, expect, it } from 'vitest';
import { BARE_FACE, FILMS, HIDES, MEAT, OPENED, THIN_SKIN } from '$core/reference';
import { HOUR, grams, type Celsius } from '$core/units';
import { bodyOf, cool, hideU, level, outcomeOf, phasesOf, type CoolingEvent } from './index';

const KILLED = Date.UTC(2026, 9, 20, 17);
const TARGET = 7 as Celsius;
const PLACES = {
  field: { key: 'field', film: 'still' as const },
  cold: { key: 'cold', film: 'fan' as const }
};

/** What touches the two ends and the side, W/m²K and °C, at an hour since death. */
interface Touch {
  side: number;
  air: number;
  near: number;
  nearAir: number;
}

/**
 * Hours until the warmest node is at 7 °C: explicit differences on nodes, 40 across and 60 along, written apart from the
 * kernels. r and z in metres.
 */
function fineGrid(radius: number, length: number, touch: (hour: number) => Touch, most: number): number {
  const [n, m] = [40, 60];
  const [dr, dz] = [radius / n, length / m];
  const alpha = MEAT.k / (MEAT.rho * MEAT.c);
  const dt = 0.2 / (alpha * (1 / dr ** 2 + 1 / dz ** 2));
  let t = Array.from({ length: n + 1 }, () => new Float64Array(m + 1).fill(MEAT.start));
  let next = t.map((row) => row.slice());
  for (let seconds = 0; seconds < most * 3600; seconds += dt) {
    const { side, air, near, nearAir } = touch(seconds / 3600);
    let warmest = -Infinity;
    for (let i = 0; i <= n; i += 1) {
      const row = t[i] as Float64Array;
      for (let j = 0; j <= m; j += 1) {
        const own = row[j] as number;
        const at = (k: number) => (t[k] as Float64Array)[j] as number;
        // A node beyond the face that makes the flux through it right.
        const out = i < n ? at(i + 1) : at(n - 1) - ((2 * dr * side) / MEAT.k) * (own - air);
        const radial =
          i === 0
            ? (4 * (at(1) - own)) / dr ** 2
            : (out - 2 * own + at(i - 1)) / dr ** 2 + (out - at(i - 1)) / (2 * dr * i * dr);
        const back =
          j > 0 ? (row[j - 1] as number) : (row[1] as number) - ((2 * dz * near) / MEAT.k) * (own - nearAir);
        const on =
          j < m ? (row[j + 1] as number) : (row[m - 1] as number) - ((2 * dz * side) / MEAT.k) * (own - air);
        const value = own + dt * alpha * (radial + (on - 2 * own + back) / dz ** 2);
        (next[i] as Float64Array)[j] = value;
        if (i === 0 && value > warmest) warmest = value;
      }
    }
    [t, next] = [next, t];
    if (warmest <= TARGET) return seconds / 3600;
  }
  return Infinity;
}

describe('ice in the cavity, and out of it again', () => {
  const stories: { name: string; events: CoolingEvent[]; out: number }[] = [
    {
      name: 'taken out after six hours',
      events: [
        { at: KILLED + 2 * HOUR, what: 'iceIn' },
        { at: KILLED + 8 * HOUR, what: 'iceOut' }
      ],
      out: 8
    },
    {
      name: 'left behind when it is moved',
      events: [
        { at: KILLED + 1 * HOUR, what: 'iceIn' },
        { at: KILLED + 6 * HOUR, what: 'moved', to: 'field' }
      ],
      out: 6
    }
  ];
  it.each(stories)(
    '$name: the core is the warmest point of the axis, not the cell beside the ice',
    (story) => {
      const body = bodyOf('whitetail', grams(42_700), 10);
      const phases = phasesOf(KILLED, story.events, PLACES);
      const curves = cool({
        body,
        killedAt: KILLED,
        phases,
        air: { field: level(5) },
        until: KILLED + 150 * HOUR
      });
      const { hoursToTarget } = outcomeOf(curves, TARGET);
      const side = hideU(FILMS.still, HIDES.winterDeer, THIN_SKIN.lying);
      // Without ice the pelvic way out is open, as it is once there has been a hand in the cavity.
      const open = OPENED.near * BARE_FACE * FILMS.still;
      const from = ((story.events[0] as CoolingEvent).at - KILLED) / HOUR;
      const fine = fineGrid(
        body.radius,
        body.length,
        (hour) => {
          const iced = hour >= from && hour < story.out;
          return { side, air: 5, near: iced ? FILMS.ice : hour < from ? 0 : open, nearAir: iced ? 0 : 5 };
        },
        150
      );
      expect(fine).toBeGreaterThan(40);
      expect(Math.abs(hoursToTarget / fine - 1)).toBeLessThan(0.05);
    }
  );

  it('never says a core colder than any place of the axis on the hour the ice leaves', () => {
    const body = bodyOf('roe', grams(14_000), 10);
    const phases = phasesOf(KILLED, (stories[0] as { events: CoolingEvent[] }).events, PLACES, {
      hide: false
    });
    const curves = cool({
      body,
      killedAt: KILLED,
      phases,
      air: { field: level(4) },
      until: KILLED + 30 * HOUR
    });
    // What is warm in the middle does not cool by ten degrees in half an hour.
    for (let i = 1; i < curves.core.length; i += 1)
      expect((curves.core[i - 1] as number) - (curves.core[i] as number)).toBeLessThan(3);
  });
});
