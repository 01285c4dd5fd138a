import { GATE_KEYS } from '$core/reference';
import type { Grams } from '$core/units';
import { clean, type DemoAnimal } from './animals';

const NOTHING_AT_THE_GATE = Object.fromEntries(GATE_KEYS.map((key) => [key, false]));

/** What hangs with its window, what lies out in the field, and one that another house has cut. */
export const OUTSIDE: DemoAnimal[] = [
  {
    // Hung in the feather for days: the window closes within hours.
    facts: clean({
      species: 'pheasant',
      sex: 'unknown',
      placement: 'smallShot',
      owner: 'Windrow',
      place: 'Long Meadow',
      source: 'guest'
    }),
    hanging: 7_150,
    daysAgo: 8.7,
    hand: 'Tove',
    story: (h) => {
      h.weighLot('drawn', 7_150, 8);
      h.taken('cold');
    }
  },
  {
    // Ripe and loose in the cold room: open, and with time.
    facts: clean({
      species: 'sika',
      sex: 'female',
      tag: 'S 0091',
      placement: 'chest',
      projectile: 'expanding',
      owner: 'Alderbank',
      place: 'Otter Point',
      source: 'hunt'
    }),
    hanging: 27_300,
    daysAgo: 5.2,
    hand: 'Marek',
    story: (h) => {
      const { carcass } = h.weighIn('hanging', 27_300);
      h.did(40, 'dressed').did(90, 'moved', 'cold').did(285, 'hideOff');
      h.wait(60 * 24 * 4.5).book({
        kind: 'tick',
        animal: h.animal,
        item: carcass,
        step: 'ready',
        how: 'done',
        answer: 'loose'
      });
    }
  },
  {
    // A cow moose quartered where she fell, far from the road.
    facts: clean({
      species: 'moose',
      sex: 'female',
      tag: 'M 7',
      placement: 'chest',
      projectile: 'expanding',
      distance: 120,
      takenBy: 'Marek',
      owner: 'Skarvik',
      place: 'Kestrel Ridge',
      source: 'hunt',
      gate: NOTHING_AT_THE_GATE
    }),
    hanging: 158_000,
    daysAgo: 0.22,
    hoursAfter: 0.3,
    hand: 'Marek',
    story: (h) => {
      h.weighIn('live', 318_000, { how: 'model' });
      h.taken('field');
      h.wait(95).book({ kind: 'chill', animal: h.animal, what: 'quartered' });
    }
  },
  {
    // A roe buck of this evening, tagged and dressed, still in his coat.
    facts: clean({
      species: 'roe',
      sex: 'male',
      tag: 'R 0472',
      placement: 'chest',
      projectile: 'expanding',
      distance: 85,
      takenBy: 'Tove',
      owner: 'Fernholt',
      place: 'Reed Bay',
      source: 'hunt',
      pointsLeft: 3,
      pointsRight: 3,
      gate: NOTHING_AT_THE_GATE
    }),
    hanging: 13_900,
    daysAgo: 0.07,
    hoursAfter: 0.2,
    hand: 'Tove',
    story: (h) => {
      h.weighIn('live', 24_000, { how: 'model' });
      h.taken('field');
      h.wait(35).book({ kind: 'chill', animal: h.animal, what: 'dressed' });
    }
  },
  {
    // Sent out whole last season; what came back was less than such an animal gives.
    facts: clean({
      species: 'reddeer',
      sex: 'female',
      tag: 'L 095',
      placement: 'chest',
      projectile: 'expanding',
      owner: 'Alderbank',
      place: 'Kestrel Ridge',
      source: 'hunt'
    }),
    hanging: 52_600,
    daysAgo: 372,
    hand: 'Tove',
    story: (h) => {
      const { carcass } = h.weighIn('hanging', 52_600);
      h.wait(60 * 24 * 3).book({
        kind: 'send',
        animal: h.animal,
        item: carcass,
        to: 'Millbrook cutting room',
        wishes: 'straps whole, legs seamed, the rest mince without fat, bones back'
      });
      h.wait(60 * 24 * 6).book({
        kind: 'return',
        animal: h.animal,
        item: carcass,
        from: 'Millbrook cutting room',
        packs: [
          { id: h.id(), what: 'strap steaks', class: 'P', reading: h.read(4_120) },
          { id: h.id(), what: 'leg roasts', class: 'S', reading: h.read(8_360) },
          { id: h.id(), what: 'mince', class: 'G', reading: h.read(13_240), bought: 1_300 as Grams }
        ],
        bill: 11_800,
        currency: 'EUR'
      });
    }
  }
];
