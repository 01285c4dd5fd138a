import type { Facts } from '$core/book';
import type { Butcher } from './butcher';

export const clean = (facts: Partial<Facts> & Pick<Facts, 'species' | 'sex'>): Facts =>
  ({ ageClass: 'adult', ...facts }) as Facts;

export interface DemoAnimal {
  facts: Facts;
  hanging: number;
  /** Since its death. */
  daysAgo: number;
  /** From its death to its first entry; five hours unless said. */
  hoursAfter?: number;
  hand: string;
  /** Books the whole story of one animal. */
  story: (hand: Butcher) => void;
}

/** Each animal with what went on with it; hard cases among them. */
export const DEMO_ANIMALS: DemoAnimal[] = [
  {
    facts: clean({
      species: 'roe',
      sex: 'male',
      ageClass: 'yearling',
      tag: 'R 0417',
      placement: 'oneShoulder',
      shotSide: 'left',
      projectile: 'expanding',
      owner: 'Fernholt',
      place: 'Reed Bay',
      source: 'hunt'
    }),
    hanging: 14_200,
    daysAgo: 62,
    hand: 'Tove',
    story: (h) => {
      const { carcass } = h.weighIn('dressed', 18_300);
      h.wait(90).book({
        kind: 'skin',
        animal: h.animal,
        item: carcass,
        reading: h.read(14_200, { stage: 'hanging' }),
        hide: h.read(2_150)
      });
      h.offal(580);
      h.wait(60 * 24 * 3).book({
        kind: 'reweigh',
        animal: h.animal,
        item: carcass,
        reading: h.read(13_880, { stage: 'aged' })
      });
      h.work();
    }
  },
  {
    // A gut shot: what was touched is weighed as contaminated.
    facts: clean({
      species: 'roe',
      sex: 'female',
      tag: 'R 0431',
      placement: 'gut',
      projectile: 'expanding',
      owner: 'Windrow',
      place: 'Otter Point',
      source: 'hunt',
      condition: 3
    }),
    hanging: 12_900,
    daysAgo: 48,
    hand: 'Marek',
    story: (h) => {
      const { carcass } = h.weighIn('hanging', 12_900);
      h.wait(30).discard(carcass, 'contaminated', 420);
      h.wait(60 * 24 * 2).work();
    }
  },
  {
    // A hit haunch with a fast bullet, an old stag in the rut.
    facts: clean({
      species: 'reddeer',
      sex: 'male',
      tag: 'L 118',
      rut: true,
      placement: 'haunch',
      shotSide: 'left',
      projectile: 'frangible',
      owner: 'Skarvik',
      place: 'Kestrel Ridge',
      source: 'guest'
    }),
    hanging: 86_400,
    daysAgo: 44,
    hand: 'Tove',
    story: (h) => {
      const { carcass } = h.weighIn('hanging', 86_400);
      h.offal(2_900);
      h.wait(60 * 24 * 7).book({
        kind: 'reweigh',
        animal: h.animal,
        item: carcass,
        reading: h.read(82_900, { stage: 'aged' })
      });
      h.work(Infinity, {
        tubs: { topRound: 'jerky', eyeRound: 'jerky', flankWhole: 'grind', brisket: 'grind' }
      });
    }
  },
  {
    // Only a leg came in, from a friend.
    facts: clean({
      species: 'reddeer',
      sex: 'female',
      owner: 'Alderbank',
      place: 'from the Kestrel Ridge party',
      source: 'guest'
    }),
    hanging: 47_300,
    daysAgo: 33,
    hand: 'Marek',
    story: (h) => {
      h.bringPart('hindLeg', 'left', 9_100);
      h.wait(60 * 5).work();
    }
  },
  {
    // A light kid whose bones weighed more than the book had left.
    facts: clean({
      species: 'roe',
      sex: 'female',
      ageClass: 'young',
      tag: 'R 0452',
      placement: 'head',
      projectile: 'slow',
      owner: 'Fernholt',
      place: 'Reed Bay',
      source: 'hunt'
    }),
    hanging: 8_350,
    daysAgo: 26,
    hand: 'Tove',
    story: (h) => {
      h.weighIn('hanging', 8_350);
      h.wait(60 * 24 * 2).work(Infinity, { heavyBone: 90 });
    }
  },
  {
    // Estimated in the field, then weighed; its frame was closed without a scale.
    facts: clean({
      species: 'moose',
      sex: 'male',
      ageClass: 'young',
      tag: 'M 3',
      placement: 'chest',
      projectile: 'slow',
      owner: 'Windrow',
      place: 'Long Meadow',
      source: 'hunt',
      note: 'quartered before the snow'
    }),
    hanging: 71_500,
    daysAgo: 21,
    hand: 'Marek',
    story: (h) => {
      const { entry } = h.weighIn('hanging', 65_000, { how: 'estimated' });
      h.wait(60 * 9).book({ kind: 'correct', animal: h.animal, entry: entry.id, reading: h.read(71_500) });
      h.offal(4_600);
      h.wait(60 * 24 * 6).work(Infinity, {
        frame: 'model',
        tubs: { strap: 'prime', topRound: 'prime', neckRoast: 'grind' }
      });
    }
  },
  {
    // Somebody took the wrong leg: three entries taken back, newest first, then right.
    facts: clean({
      species: 'reindeer',
      sex: 'female',
      tag: 'N 27',
      placement: 'chest',
      projectile: 'expanding',
      owner: 'Alderbank',
      place: 'Windrow fell',
      source: 'dealer'
    }),
    hanging: 46_800,
    daysAgo: 6,
    hand: 'Tove',
    story: (h) => {
      const { carcass } = h.weighIn('hanging', 46_800);
      h.did(40, 'dressed').did(150, 'hideOff').did(155, 'moved', 'cold');
      h.wait(60 * 24 * 5).work(2);
      const [part, piece] = [h.id(), h.id()];
      const wrong = [
        h.book({
          kind: 'cut',
          animal: h.animal,
          from: carcass,
          creates: { kind: 'part', id: part, cut: 'shoulder', side: 'right' },
          reading: h.read(5_210)
        }),
        h.book({ kind: 'open', animal: h.animal, item: part }),
        h.book({
          kind: 'cut',
          animal: h.animal,
          from: part,
          creates: { kind: 'piece', id: piece, cut: 'flatIron', side: 'right', place: { tub: 'prime' } },
          reading: h.read(560)
        })
      ];
      for (const entry of wrong.reverse()) h.book({ kind: 'void', animal: h.animal, entry: entry.id });
      h.work(15);
      h.openFirst();
      h.work(3);
    }
  },
  {
    facts: clean({
      species: 'whitetail',
      sex: 'female',
      tag: 'W 0093',
      placement: 'chest',
      projectile: 'expanding',
      owner: 'Skarvik',
      place: 'Long Meadow',
      source: 'hunt'
    }),
    hanging: 27_400,
    daysAgo: 6,
    hand: 'Tove',
    story: (h) => {
      const { carcass } = h.weighIn('hanging', 27_400);
      h.did(35, 'dressed').did(110, 'hideOff').did(115, 'moved', 'cold');
      h.offal(910);
      h.wait(60 * 24 * 5).book({
        kind: 'reweigh',
        animal: h.animal,
        item: carcass,
        reading: h.read(26_950, { stage: 'aged' })
      });
      h.work(8);
    }
  },
  {
    facts: clean({
      species: 'elk',
      sex: 'female',
      tag: 'E 11',
      placement: 'chest',
      projectile: 'slow',
      owner: 'Windrow',
      place: 'Kestrel Ridge',
      source: 'hunt'
    }),
    hanging: 134_000,
    daysAgo: 3,
    hand: 'Marek',
    story: (h) => {
      const { carcass } = h.weighIn('dressed', 171_500);
      h.did(45, 'dressed').did(190, 'moved', 'shed');
      h.wait(90)
        .did(395, 'hideOff')
        .book({
          kind: 'skin',
          animal: h.animal,
          item: carcass,
          reading: h.read(134_000, { stage: 'hanging' })
        });
      h.offal(6_200);
    }
  },
  {
    facts: clean({
      species: 'fallow',
      sex: 'male',
      ageClass: 'yearling',
      tag: 'F 0097',
      placement: 'neck',
      projectile: 'expanding',
      owner: 'Fernholt',
      place: 'Otter Point',
      source: 'hunt'
    }),
    hanging: 24_700,
    daysAgo: 2,
    hand: 'Tove',
    story: (h) => {
      h.weighIn('hanging', 24_700);
      h.did(30, 'dressed').did(95, 'moved', 'shed').did(280, 'hideOff');
    }
  },
  {
    // On hold until the laboratory has answered; the sample is on its way.
    facts: clean({
      species: 'boar',
      sex: 'female',
      tag: 'B 14',
      placement: 'oneShoulder',
      shotSide: 'right',
      projectile: 'expanding',
      owner: 'Skarvik',
      place: 'Otter Point',
      source: 'hunt'
    }),
    hanging: 38_600,
    daysAgo: 1,
    hand: 'Marek',
    story: (h) => {
      h.weighIn('hanging', 38_600);
      h.did(50, 'dressed').did(130, 'moved', 'cold').did(285, 'hideOff');
      h.hold('test', 'trichinella: sample with the county laboratory');
      h.wait(40).work(1);
    }
  },
  {
    // Tested, answered, lifted; cut since, and a belly given away.
    facts: clean({
      species: 'boar',
      sex: 'male',
      ageClass: 'yearling',
      tag: 'B 11',
      placement: 'chest',
      projectile: 'slow',
      owner: 'Windrow',
      place: 'Long Meadow',
      source: 'hunt'
    }),
    hanging: 31_200,
    daysAgo: 30,
    hand: 'Tove',
    story: (h) => {
      h.weighIn('hanging', 31_200);
      const held = h.hold('test', 'trichinella: sample with the county laboratory');
      h.offal(1_150);
      h.wait(30).work(1);
      h.wait(60 * 24 * 4).book({
        kind: 'lift',
        animal: h.animal,
        hold: held,
        note: 'answer 4471: none found'
      });
      h.work();
      const belly = Object.values(h.state.items).find((i) => i.cut === 'belly');
      if (belly) h.wait(60).book({ kind: 'give', animal: h.animal, item: belly.id, to: 'Ilo' });
    }
  },
  {
    // A fox had been at it: found dead, stopped at the gate, condemned whole.
    facts: clean({
      species: 'roe',
      sex: 'female',
      ageClass: 'old',
      tag: 'R 0460',
      owner: 'Alderbank',
      place: 'Reed Bay road',
      source: 'salvage'
    }),
    hanging: 11_300,
    daysAgo: 18,
    hand: 'Marek',
    story: (h) => {
      h.weighIn('hanging', 11_300);
      h.hold('gate', 'time of death unknown');
      h.wait(60 * 20).book({ kind: 'condemn', animal: h.animal, note: 'the vet on duty, by telephone' });
    }
  },
  {
    facts: clean({
      species: 'pheasant',
      sex: 'unknown',
      placement: 'smallShot',
      owner: 'Alderbank',
      place: 'Windrow hedges',
      source: 'guest'
    }),
    hanging: 7_420,
    daysAgo: 12,
    hand: 'Tove',
    story: (h) => {
      const lot = h.weighLot('hanging', 7_420, 9);
      h.wait(20).book({
        kind: 'discard',
        animal: h.animal,
        from: lot,
        reason: 'pellet',
        count: 1,
        reading: h.read(790)
      });
      h.wait(30).work();
    }
  },
  {
    // Half of the lot went to the neighbours as it was.
    facts: clean({
      species: 'woodpigeon',
      sex: 'unknown',
      placement: 'smallShot',
      owner: 'Fernholt',
      place: 'Long Meadow',
      source: 'hunt'
    }),
    hanging: 6_150,
    daysAgo: 39,
    hand: 'Marek',
    story: (h) => {
      const lot = h.weighLot('hanging', 6_150, 22);
      h.wait(15).book({
        kind: 'give',
        animal: h.animal,
        item: lot,
        to: 'Ilo',
        reading: h.read(2_760),
        count: 10
      });
      h.wait(30).work();
    }
  },
  {
    facts: clean({
      species: 'hare',
      sex: 'unknown',
      placement: 'smallShot',
      owner: 'Skarvik',
      place: 'Kestrel Ridge',
      source: 'hunt'
    }),
    hanging: 3_900,
    daysAgo: 15,
    hand: 'Tove',
    story: (h) => {
      const lot = h.weighLot('hanging', 3_900, 2);
      h.procedures.set(lot, 'S5-joints');
      h.wait(30).work();
    }
  },
  {
    facts: clean({
      species: 'duck',
      sex: 'unknown',
      placement: 'smallShot',
      owner: 'Fernholt',
      place: 'Reed Bay',
      source: 'hunt'
    }),
    hanging: 4_310,
    daysAgo: 1,
    hand: 'Tove',
    story: (h) => void h.weighLot('hanging', 4_310, 6)
  }
];
