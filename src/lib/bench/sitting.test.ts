import { afterEach, describe, expect, it } from 'vitest';
import { stepAt } from '$core/bench';
import { findCuts } from '$core/reference';
import { judge } from '$core/yield';
import { refusalText } from '$lib/words/messages';
import { bringOut, chill, move } from './acts';
import { stoodUp, table, type Sitting, type Table } from './sitting.testkit';

afterEach(stoodUp);

const DRESSED = ['setup', 'ready', 'edge-legs'];
/** The room is set up and the meat is loose: the next step has a piece on the scale. */
const ready = {
  before: (book: { must: (intent: Record<string, unknown>) => unknown }, item: string): void => {
    for (const step of DRESSED) book.must({ kind: 'tick', item, step, how: 'done' });
  }
};
const order = (s: Sitting) => s.session.bench.work.procedure?.name;
const said = (s: Sitting) => {
  const { notice } = s.desk;
  return notice?.refusal
    ? refusalText(notice.refusal as never, s.session.format, s.session.bench.name)
    : (notice?.text ?? '');
};
const keep = (s: Sitting) => s.does(() => s.desk.notice?.retry?.());
const pieceOf = (s: Sitting, cut: string, side?: string) => {
  const found = Object.values(s.session.bench.state.items).filter(
    (i) => i.kind === 'piece' && i.cut === cut && (side === undefined || i.side === side)
  );
  return found.at(-1)!.id;
};
/** The left shoulder off and open, as it lies on the table. */
async function openShoulder(): Promise<[Table, Sitting]> {
  const at = await table({ grams: 42_000, ...ready });
  const s = await at.sit();
  await s.choose('Shoulder, left');
  await s.key(' ');
  await s.choose('Open: shoulder, left');
  await s.key(' ');
  return [at, s];
}

describe('from the ground to the table', () => {
  it('dressed, hung, skinned, weighed, ready to cut: by what the bench says', async () => {
    const at = await table({ grams: 51_000, stage: 'live' });
    const s = await at.sit();
    expect(order(s)).toBe('Dress on the ground');
    const { act } = s.desk.row!;
    expect(act.kind === 'say' && act.answers.map((a) => a.name)).toContain('None of these');
    expect(s.session.cautionKeys.length).toBeGreaterThan(0);
    // Word by word to the organs, which are weighed beside; then the dressed weight.
    await s.steady();
    expect(s.now()).toContain('Heart, liver');
    await s.key(' ');
    expect(s.now()).toContain('The pelvis');
    await s.does(() => s.desk.tick('done', 'split'));
    expect(s.now()).toContain('Drain, wipe');
    await s.steady();
    expect(s.now()).toBe('Dressed weight');
    await s.key(' ');
    expect(order(s)).toBe('Hang and skin');
    await s.steady();
    expect(s.now()).toBe('Hanging weight');
    await s.key(' ');
    // The hide is not weighed here; what is passed over stays in the list.
    expect(s.now()).toBe('Hide, head, legs');
    await s.does(() => s.desk.skip());
    expect(s.now()).toContain('Into the cold');
    await s.steady();
    expect(order(s)).toBe('Shoulders first');
    expect(s.now()).toBe('Fillet, left');
    expect(at.of('skin').map(({ reading }) => reading.stage)).toEqual(['dressed', 'hanging']);
    expect(at.of('tick')).toContainEqual(expect.objectContaining({ step: 'pelvis', answer: 'split' }));
    expect(at.of('tick')).toContainEqual(expect.objectContaining({ step: 'hide', how: 'skipped' }));
    expect(s.session.beam?.baseOf).toBe('hanging');
    expect(at.audit()).toEqual([]);
  });

  it('a yes at the gate holds the animal back at once', async () => {
    const at = await table({ grams: 48_000, stage: 'live' });
    const s = await at.sit();
    const { act } = s.desk.row!;
    const yes = act.kind === 'say' && act.answers.find((a) => a.name === 'One of these');
    await s.does(() => s.desk.tick('done', yes ? yes.key : ''));
    expect(said(s)).toContain('keep it apart');
    expect(s.session.held).toContain('stopped before it is opened');
    expect(at.kinds()).toEqual(['intake', 'tick', 'hold']);
  });

  it('a boar to the bare frame: sampled where it is dressed, held all the way, dried nowhere', async () => {
    const at = await table({
      species: 'boar',
      grams: 62_000,
      stage: 'live',
      before: (book) => book.must({ kind: 'hold', why: 'test' })
    });
    const s = await at.sit();
    expect(s.session.held).toBe('held: test pending');
    await s.workOff(260);
    expect(s.session.account?.work).toBe('done');
    const kinds = at.kinds();
    // The sample comes before the first cut, and the hold still stands.
    expect(kinds.indexOf('sample')).toBeGreaterThan(0);
    expect(kinds.indexOf('sample')).toBeLessThan(kinds.indexOf('cut'));
    expect(at.of('sample')).toHaveLength(1);
    expect(kinds).not.toContain('lift');
    const cuts = at.of('cut').map(({ creates }) => creates);
    expect(cuts.filter((c) => c.kind === 'piece' && 'tub' in c.place && c.place.tub === 'jerky')).toEqual([]);
    const names = cuts.map((c) => c.cut);
    for (const cut of ['leafFat', 'backFat', 'belly', 'collar', 'ribSide', 'hindLeg', 'shoulder'])
      expect(names, cut).toContain(cut);
    // What was seen of it on the way: live, dressed, hanging.
    const { ratios, verdict } = at.account();
    expect(ratios.live?.value).toBeGreaterThan(0.25);
    expect(ratios.live?.value).toBeLessThan(0.6);
    expect(ratios.hanging?.value).toBeGreaterThan(0.5);
    expect(verdict).toBeDefined();
    expect(at.audit()).toEqual([]);
  });

  it('closes the carcass with what was said of the last one’s trim, and no part of it', async () => {
    const at = await table({ species: 'roe', grams: 12_000, data: { trimHabit: 'all' } });
    const s = await at.sit();
    await s.workOff(120);
    const closed = at.of('close').filter(({ meatTrimmed }) => meatTrimmed !== undefined);
    expect(closed.map(({ item, meatTrimmed }) => [item, meatTrimmed])).toEqual([[at.body, 'all']]);
    expect(s.session.account!.weighed!.known).toBe('said');
    expect(at.audit()).toEqual([]);
  });

  it('an elk to the bare frame: the verdict stands by the book’s own figures, weighed and expected in one state', async () => {
    const at = await table({ species: 'elk', grams: 150_000 });
    const s = await at.sit();
    await s.workOff(300);
    const { beam, yield: gave, weighed, expectedBoneless, verdict } = at.account();
    expect(beam.stillOn).toBe(0);
    const { items, balances } = s.session.bench.state;
    const byHand = Object.entries(balances).reduce((sum, [id, balance]) => {
      const boneless = ['P', 'S', 'J', 'G'].reduce((a, key) => a + (balance[key as 'P'] ?? 0), 0);
      return sum + boneless * (1 - (items[id]?.boneShare ?? 0));
    }, 0);
    expect(Math.abs(gave.boneless - byHand)).toBeLessThan(30);
    expect(byHand).toBeGreaterThan(60_000);
    // By the big press alone, and nobody has said whether it was trimmed: it is held against both.
    expect(Math.abs(weighed!.actual - byHand)).toBeLessThan(30);
    expect(weighed!.known).toBe('unsaid');
    expect(weighed!.expected.low).toBeCloseTo(expectedBoneless!.low, 6);
    expect(weighed!.expected.high).toBeGreaterThan(expectedBoneless!.high);
    expect(verdict).toBe(judge(weighed!));
    expect(at.audit()).toEqual([]);
  });
});

describe('other orders of work', () => {
  it('a bag of ducks from the feather: looked into, breasts and legs out, the rest stays in its feathers', async () => {
    const at = await table({ species: 'duck', grams: 6_600, count: 6, stage: 'live' });
    const s = await at.sit();
    const way = s.session.bench.procedures.find((p) => p.name === 'Breasts out of the feather')!;
    await s.does(() => s.session.goBy(s.session.focus!.id, way.key));
    expect(order(s)).toBe('Breasts out of the feather');
    await s.workOff();
    expect(s.session.account?.work).toBe('done');
    const cuts = at.of('cut').map(({ creates }) => creates.cut);
    expect(cuts).toEqual(expect.arrayContaining(['breast', 'tender']));
    expect(at.audit()).toEqual([]);
  });

  it('a bag of rabbits by boneless sides: off the ribs, shared out among back, fillet and flank', async () => {
    const at = await table({ species: 'rabbit', grams: 5_100, count: 7 });
    const s = await at.sit();
    const way = s.session.bench.procedures.find((p) => p.name === 'Quarters and boneless sides')!;
    await s.does(() => s.session.goBy(s.session.focus!.id, way.key));
    expect(order(s)).toBe('Quarters and boneless sides');
    await s.workOff();
    const boneless = (key: string) => at.account().parts.find((p) => p.part === key)?.boneless ?? 0;
    for (const key of ['strap', 'tenderloin', 'flankRib', 'hindLeg', 'foreLeg'])
      expect(boneless(key), key).toBeGreaterThan(0);
    expect(boneless('strap')).toBeGreaterThan(boneless('flankRib'));
    expect(at.audit()).toEqual([]);
  });

  it('a leg boned first and parted by hand: the bone comes out before any muscle of the round', async () => {
    const at = await table({ grams: 42_000, ...ready });
    const s = await at.sit();
    await s.choose('Hind leg, left');
    await s.key('6.4');
    await s.key('Enter');
    await s.choose('Open: hind leg, left');
    await s.key(' ');
    expect(s.session.focus?.cut).toBe('hindLeg');
    const way = s.session.bench.procedures.find((p) => p.name === 'Bone first, then by hand')!;
    await s.does(() => s.session.goBy(s.session.focus!.id, way.key));
    await s.workOff(60, () => s.session.focus?.kind === 'carcass');
    const steps = at
      .entries()
      .flatMap(({ intent }) =>
        intent.kind === 'tick' ? [intent.step] : intent.kind === 'cut' ? [intent.creates.cut] : []
      );
    expect(steps.indexOf('femur')).toBeGreaterThan(0);
    expect(steps.indexOf('femur')).toBeLessThan(steps.indexOf('insideWhole'));
    expect(steps).toContain('sirloinTip');
    expect(at.audit()).toEqual([]);
  });

  it('another school: the order changes at once, what is off stays off, and the next sitting remembers it', async () => {
    const at = await table({ grams: 42_000, ...ready });
    let s = await at.sit();
    expect(s.now()).toBe('Fillet, left');
    await s.key(' ');
    expect(s.now()).toBe('Fillet, right');
    const way = s.session.bench.procedures.find((p) => p.name === 'Straps first')!;
    await s.does(() => s.session.goBy(s.session.focus!.id, way.key));
    expect(s.now()).toBe('Strap, left');
    await s.leave();
    s = await at.sit();
    expect(order(s)).toBe('Straps first');
    expect(s.now()).toBe('Strap, left');
    await s.key(' ');
    expect(at.of('cut').map(({ creates }) => creates.cut)).toEqual(['tenderloin', 'strap']);
  });

  it('a trim that a reload interrupts is in hand again, and is nobody else’s', async () => {
    const at = await table({ grams: 42_000, ...ready });
    let s = await at.sit();
    await s.steady();
    await s.key('t');
    const item = s.desk.trimming;
    expect(item).toBeDefined();
    await s.leave();
    s = await at.sit();
    expect(s.desk.trimming).toBe(item);
    const other = await at.sit('bench 0002');
    expect(other.desk.trimming).toBeUndefined();
    await other.leave();
    s = await at.sit();
    await s.key(' ');
    expect(at.of('trim')).toMatchObject([{ item }]);
    await s.leave();
    s = await at.sit();
    expect(s.desk.trimming).toBeUndefined();
  });

  it('a cut that is not in the order is found under another name, added for this once, and taken', async () => {
    const at = await table({ grams: 42_000, ...ready });
    const s = await at.sit();
    const hit = findCuts('skirt', s.session.group).find((f) => f.cut.key === 'diaphragm')!;
    expect(stepAt(s.session.bench.work.rows, hit.cut.key, undefined)).toBeUndefined();
    await s.does(() => s.session.adding(hit.cut.key)?.());
    expect(s.desk.row?.doing).toContain('Added to this order of work');
    await s.key(' ');
    expect(at.last()).toMatchObject({ kind: 'cut', creates: { cut: 'diaphragm' } });
  });
});

describe('pieces that are off', () => {
  it('both at once, parted in two, another use, and taken back', async () => {
    const at = await table({ grams: 42_000, ...ready });
    const s = await at.sit();
    const one = s.desk.reading!.grams;
    await s.does(() => s.session.toggleBoth());
    expect(s.now()).toBe('Fillet, both');
    expect(s.desk.reading!.grams).toBeGreaterThan(1.5 * one);
    await s.key(' ');
    expect(s.now()).toBe('Shoulder, left');
    // In two: one half to jerky, the rest stays prime.
    await s.does(() => s.desk.take('split', pieceOf(s, 'tenderloin')));
    await s.does(() => s.desk.toTub('jerky'));
    expect(s.tub('jerky')).toBeGreaterThan(0);
    const [child] = at.of('split')[0]!.children.slice(-1);
    // The rest changes its use without the scale.
    await s.does(() => move(s.desk, child!.id, 'slow'));
    expect(s.tub('slow')).toBeGreaterThan(0);
    expect(at.kinds().slice(-3)).toEqual(['cut', 'split', 'place']);
    await s.key('u');
    expect(s.tub('slow')).toBe(0);
    expect(at.audit()).toEqual([]);
  });

  it('a tub is put into the cold and taken out again by a press each: no gram moves', async () => {
    const at = await table({ grams: 42_000, ...ready });
    const s = await at.sit();
    await s.key(' ');
    const before = s.tub('prime');
    const fillet = pieceOf(s, 'tenderloin');
    await s.does(() => chill(s.desk, [fillet], 'cold', 'Prime: in the cold room, its minutes stand still.'));
    expect(said(s)).toContain('its minutes stand still');
    expect(s.session.bench.state.items[fillet]?.place).toEqual({ at: 'cold' });
    await s.does(() => bringOut(s.desk, [fillet]));
    expect(s.session.bench.state.items[fillet]?.place).toEqual({ tub: 'prime' });
    expect(s.tub('prime')).toBe(before);
    expect(at.audit()).toEqual([]);
  });

  it('the chain that stands on an entry is shown, and taken back newest first', async () => {
    const [at, s] = await openShoulder();
    const part = at.of('cut')[0]!;
    await s.steady();
    const left = s.session.beam!.stillOn;
    await s.key(' ');
    expect(s.session.beam!.stillOn).not.toBe(left);
    // A press of U each takes back piece, what was said, opening and quarter, newest first.
    const booked = at.entries().slice(at.entries().findIndex((e) => e.intent === part));
    for (const _ of booked) await s.key('u');
    expect(at.of('void').map((v) => v.entry)).toEqual(booked.map((e) => e.id).reverse());
    expect(s.session.bench.state.items[part.creates.id]).toBeUndefined();
    expect(at.audit()).toEqual([]);
  });
});

describe('an open shoulder', () => {
  it('closes with its glands not ticked only knowingly, and the book says so', async () => {
    const [at, s] = await openShoulder();
    expect(s.now()).toBe('Clean the outside');
    await s.does(() => s.session.closePart());
    await s.key(' ');
    expect(said(s)).toContain('glands are not ticked');
    // Each stop has its own press; the big one answers no question.
    for (const stop of ['Out: node before the shoulder', 'Out: armpit node']) {
      await s.choose(stop);
      const before = at.entries().length;
      await s.key(' ');
      expect(s.now()).toContain(stop);
      expect(at.entries()).toHaveLength(before);
      await s.does(() => s.desk.tick('done'));
      await s.does(() => s.session.closePart());
    }
    await s.leave();
    const again = await at.sit();
    await again.does(() => again.session.closePart());
    const gland = again.session.bench.work.rows.find((r) => r.title.startsWith('Out: armpit node'));
    expect(gland?.done).toBe(true);
    await again.key(' ');
    if (again.desk.notice?.retry) await keep(again);
    const ticked = at.of('tick').filter(({ step, how }) => step.startsWith('gland-') && how === 'done');
    expect(ticked.map((t) => t.step)).toEqual([
      'gland-prescapular',
      'gland-axillary',
      'gland-axillaryVessels'
    ]);
    expect(at.last()).toMatchObject({ kind: 'close', glands: 'out' });
  });

  it('has its outside weighed off by its reasons, and its bone goes where it is said to', async () => {
    const [at, s] = await openShoulder();
    expect(s.now()).toBe('Clean the outside');
    await s.key('0.05');
    await s.does(() => s.desk.discard('hair'));
    // Straight to the bone: what is still on it is said to be bone here.
    await s.choose('Shoulder bone');
    await s.key('0.6');
    await s.does(() => s.desk.close('stock'));
    // Its glands are not spoken of, and far more than bone is on it: each is asked before anything is booked.
    expect(at.kinds().at(-1)).toBe('discard');
    for (let i = 0; i < 3 && s.desk.notice?.retry; i += 1) await keep(s);
    expect(at.of('discard')).toContainEqual(expect.objectContaining({ reason: 'hair' }));
    expect(at.of('close').at(-1)?.boneTo).toBe('stock');
    expect(at.audit()).toEqual([]);
  });

  it('lays a flat iron on the board: parted along its tendon, lean scraped back, the board clear', async () => {
    const [at, first] = await openShoulder();
    await first.choose('Outside of the blade');
    await first.key(' ');
    await first.does(() => first.desk.toBoard(pieceOf(first, 'flatIron')));
    expect(first.now()).toBe('Heavy silver');
    // A reload forgets nothing.
    await first.leave();
    const s = await at.sit();
    expect(s.now()).toBe('Heavy silver');
    // No silver worth weighing; the tendon weighs something, and some of that was lean.
    await s.does(() => s.desk.skip());
    expect(s.now()).toBe('Tendon');
    await s.key('0.03');
    await s.key('Enter');
    expect(s.now()).toContain('outer leaf');
    // Lean is scraped back off what came off last.
    await s.choose('Heavy silver');
    await s.does(() => s.desk.scrapeBack());
    const [correct, divide] = at
      .entries()
      .slice(-2)
      .map((e) => e.intent);
    expect([correct?.kind, divide?.kind]).toEqual(['correct', 'divide']);
    const [child] = at.of('divide').at(-1)!.children;
    expect(child?.creates).toMatchObject({ place: { tub: 'grind' } });
    expect(
      (correct?.kind === 'correct' ? (correct.reading?.grams ?? 0) : 0) + (child?.reading?.grams ?? 0)
    ).toBe(30);
    // The two leaves, then the rest: the board is clear, and the shoulder lies open again.
    await s.choose('Outside of the blade, outer leaf');
    await s.key('0.12');
    await s.key('Enter');
    expect(s.now()).toContain('inner leaf');
    await s.key('0.09');
    await s.key('Enter');
    await s.does(() => s.session.closePart());
    await s.key(' ');
    expect(order(s)).toBe('Bone a shoulder');
    expect(at.audit()).toEqual([]);
  });
});

describe('a weight that cannot be', () => {
  it('more than is left is said in full with its way out, and the weight it came in at is set right', async () => {
    const at = await table({ grams: 8_000, ...ready });
    const s = await at.sit();
    await s.key('9');
    await s.key('Enter');
    expect(said(s)).toContain('9.000 kg is more than that');
    expect(s.desk.notice?.correct).toBe(at.body);
    await s.does(() => s.desk.take('correct', at.body));
    // What was typed is still there: it is changed, not typed anew.
    await s.key('Backspace');
    await s.key('28');
    await s.key('Enter');
    expect(at.last()).toMatchObject({ kind: 'correct', reading: { grams: 28_000, how: 'typed' } });
    expect(s.session.beam).toMatchObject({ base: 28_000, stillOn: 28_000 });
    expect(at.audit()).toEqual([]);
  });

  it('tub by tub at the end: the empty ones once, the full ones each with a press, and the frame', async () => {
    const at = await table({ grams: 24_000, ...ready });
    const s = await at.sit();
    const begun = at.entries().length;
    const weigh = async (weight: string, press: () => unknown) => {
      await s.key(weight);
      await s.does(press);
    };
    await s.does(() => s.session.toggleByTub());
    s.desk.taring = true;
    await weigh('0.4', () => s.desk.toTub('grind'));
    expect(said(s)).toContain('Grind: the empty tub is known');
    s.desk.taring = false;
    await weigh('4.1', () => s.desk.toTub('prime'));
    await weigh('5', () => s.desk.toTub('slow'));
    await weigh('1.2', () => s.desk.toTub('jerky'));
    await weigh('4.6', () => s.desk.toTub('grind'));
    expect(s.tub('grind')).toBe(4_200);
    await s.does(() => s.session.toggleByTub());
    await s.does(() => s.session.closePart());
    await s.key('3.6');
    await s.key('Enter');
    // 5.9 kg are written off only by a press that says so; its nodes stay in, knowingly, where they are asked of.
    if (/glands/.test(said(s))) await keep(s);
    expect(said(s)).toContain('5.900 kg would be written off');
    await keep(s);
    const { beam, yield: gave, work } = s.session.account!;
    expect(work).toBe('done');
    expect(gave.boneless).toBe(4_100 + 5_000 + 1_200 + 4_200);
    expect(gave.byClass).toEqual({ P: 4_100, S: 5_000, J: 1_200, G: 4_200 });
    expect(beam.stillOn).toBe(0);
    expect(beam.unaccounted).toBe(24_000 - 14_500 - 3_600);
    const presses = at
      .kinds()
      .slice(begun)
      .filter((kind) => kind === 'tub' || kind === 'close');
    expect(presses.length).toBeLessThanOrEqual(8);
    expect(at.audit()).toEqual([]);
  });

  it('cut without a scale: each piece at what is expected of it, the tubs set it right at the end', async () => {
    const at = await table({ grams: 42_000, ...ready });
    const s = await at.sit();
    await s.does(() => s.session.toggleFollow());
    await s.workOff(200);
    expect(at.of('cut').every(({ reading }) => reading.how === 'model')).toBe(true);
    const total = Math.round(s.tub('prime') * 0.09) * 10;
    await s.does(() => s.session.toggleByTub());
    await s.key((total / 1_000).toFixed(2));
    await s.does(() => s.desk.toTub('prime'));
    expect(s.tub('prime')).toBe(total);
    expect(at.last()).toMatchObject({ kind: 'correct', reading: { how: 'model' } });
    expect(at.audit()).toEqual([]);
  });
});

describe('a press', () => {
  it('waits two seconds on a shaken table, says so, and books nothing later', async () => {
    const at = await table({ grams: 42_000, ...ready });
    const s = await at.sit();
    const before = at.entries().length;
    await s.does(() => s.session.send({ action: 'noise', on: true }));
    expect(said(s)).toContain('It calms itself within a minute');
    expect(s.desk.gate).toBe('unsteady');
    s.does(() => s.desk.press());
    await s.passes(200);
    expect(s.desk.armed).toBe(true);
    await s.passes(2_500);
    expect(s.desk.armed).toBe(false);
    expect(said(s)).toContain('Not steady within two seconds');
    await s.does(() => s.session.send({ action: 'noise', on: false }));
    expect(s.desk.gate).toBe('ready');
    await s.passes(60_000);
    expect(at.entries()).toHaveLength(before);
    await s.key(' ');
    expect(at.entries()).toHaveLength(before + 1);
  });

  it('that bounces, and a key that is held, book once; one on a restless table takes when it is still', async () => {
    const at = await table({ grams: 42_000, ...ready });
    const s = await at.sit();
    const before = at.entries().length;
    const strike = (key: string, repeat = false) =>
      s.session.hear({ key, repeat, target: document.body, preventDefault: () => undefined } as never);
    strike('PageDown');
    strike('PageDown');
    strike(' ', true);
    await s.passes(3_000);
    expect(at.entries()).toHaveLength(before + 1);
    await s.does(() => s.session.send({ action: 'noise', on: true }));
    strike(' ');
    await s.passes(300);
    expect(at.entries()).toHaveLength(before + 1);
    await s.does(() => s.session.send({ action: 'noise', on: false }));
    expect(at.entries()).toHaveLength(before + 2);
  });

  it('that says the knife is in the muscle is kept, and warned of at that step', async () => {
    const at = await table({ grams: 42_000, ...ready });
    const s = await at.sit();
    const title = s.now();
    await s.does(() => s.desk.gouge());
    expect(said(s)).toContain('last white seam');
    expect(s.now()).toBe(title);
    expect(at.last()).toMatchObject({ kind: 'gouge', cut: 'tenderloin' });
    expect(at.audit()).toEqual([]);
  });
});

describe('two at one animal', () => {
  it('a tick, a school and a finding of one are seen by the other', async () => {
    const at = await table({ grams: 42_000 });
    const one = await at.sit('bench 0001');
    const other = await at.sit('bench 0002');
    expect(other.now()).toBe('Set up the room');
    await one.key(' ');
    expect(other.now()).toBe('Ready to bone?');
    const { act } = one.desk.row!;
    const stiff = act.kind === 'say' ? act.answers.find((a) => a.name === 'Stiff') : undefined;
    await one.does(() => one.desk.tick('done', stiff?.key));
    expect(said(one)).toContain('shortens');
    await other.passes(1_000);
    expect(other.now()).not.toBe('Ready to bone?');
    const way = one.session.bench.procedures.find((p) => p.name === 'Straps first')!;
    await one.does(() => one.session.goBy(one.session.focus!.id, way.key));
    expect(order(other)).toBe('Straps first');
  });

  it('one breaks, one seams what lies off; the leg goes over by a question, and nothing is booked twice', async () => {
    const at = await table({ species: 'elk', grams: 150_000, ...ready });
    const breaks = await at.sit('by the hook');
    const seams = await at.sit('by the window');
    await breaks.choose('Hind leg, left');
    await breaks.key(' ');
    const leg = at.of('cut').find(({ creates }) => creates.cut === 'hindLeg')!.creates.id;
    await seams.does(() => {
      seams.desk.choose('');
      seams.desk.open(leg);
    });
    expect(seams.session.focus?.id).toBe(leg);
    // The other bench goes on with the carcass.
    expect(breaks.session.focus?.id).toBe(at.body);
    const before = at.entries().length;
    for (const s of [breaks, seams]) {
      for (let n = 0; n < 8 && s.desk.row?.act.kind !== 'take'; n += 1) await s.key('n');
      await s.key('1.9');
    }
    await breaks.key('Enter');
    await seams.key('Enter');
    expect(at.entries()).toHaveLength(before + 2);
    expect(
      new Set(
        at
          .entries()
          .slice(-2)
          .map((e) => e.device)
      )
    ).toEqual(new Set(['by the hook', 'by the window']));
    // The leg is taken over knowingly only; the other hand is back at the carcass.
    await breaks.does(() => {
      breaks.desk.choose('');
      breaks.desk.open(leg);
    });
    expect(said(breaks)).toContain('at by the window');
    await keep(breaks);
    expect(breaks.session.focus?.id).toBe(leg);
    expect(seams.session.focus?.id).toBe(at.body);
    expect(at.audit()).toEqual([]);
  });
});
