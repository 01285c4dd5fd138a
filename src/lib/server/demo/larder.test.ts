import { describe, expect, it } from 'vitest';
import { accountOf } from '$core/account';
import {
  applyEntry,
  auditSubject,
  emptyState,
  fold,
  sentOut,
  voidedIn,
  type BookState,
  type BookedEntry,
  type Draft
} from '$core/book';
import { SPECIES, comesInLots } from '$core/reference';
import { settingsSchema } from '$core/settings';
import { cutOffOf, keptOf, keptTogether, savedPlanSchema } from '$core/plan';
import { HOUSEHOLDS, demoDrafts, demoSettings } from './larder';
import { planBefore } from './plans';
import { demoWishes } from './wishes';

const NOW = Date.parse('2026-11-25T09:00Z');

function book(drafts: Draft[]): { state: BookState; history: BookedEntry[] } {
  let state = emptyState();
  const history: BookedEntry[] = [];
  for (const draft of drafts) {
    const applied = applyEntry(state, draft, {
      history: history.filter((e) => e.intent.animal === draft.intent.animal),
      own: true
    });
    if (!applied.ok) throw new Error(JSON.stringify(applied.refusal));
    state = applied.state;
    history.push({ ...draft, postings: applied.postings, seq: history.length + 1 });
  }
  return { state, history };
}

const drafts = demoDrafts(NOW);
const { state, history } = book(drafts);
const animals = Object.values(state.animals);
const accounts = animals.map((animal) => ({
  animal,
  own: history.filter((e) => e.intent.animal === animal.id),
  account: accountOf(
    state,
    animal.id,
    history.filter((e) => e.intent.animal === animal.id)
  )!
}));
const byTag = (tag: string) => accounts.find((a) => a.animal.facts.tag === tag)!;

describe('the demo larder', () => {
  it('is the same for the same day', () => {
    expect(demoDrafts(NOW)).toEqual(drafts);
    expect(demoDrafts(NOW + 1)[0]?.id).not.toBe(drafts[0]?.id);
  });

  it('books through the book, and the audit finds nothing', () => {
    for (const { own } of accounts) expect(auditSubject(own).findings).toEqual([]);
    expect(fold(history).balances).toEqual(state.balances);
  });

  it('holds about forty animals of every group in three seasons and four households, none in the future', () => {
    expect(animals.length).toBeGreaterThanOrEqual(38);
    expect(animals.length).toBeLessThanOrEqual(50);
    const groups = new Set(animals.map((a) => SPECIES[a.facts.species].group));
    expect([...groups].sort()).toEqual(
      ['boar', 'deer', 'gamebird', 'pigeonlike', 'rabbit', 'waterfowl'].sort()
    );
    const years = history.flatMap((e) =>
      e.intent.kind === 'intake' ? [Math.floor((NOW - e.at) / 31_557_600_000)] : []
    );
    expect(new Set(years)).toEqual(new Set([0, 1, 2]));
    expect(new Set(animals.map((a) => a.facts.owner))).toEqual(new Set(HOUSEHOLDS));
    expect(history.every((e) => e.at <= NOW)).toBe(true);
    expect(settingsSchema.safeParse(demoSettings(NOW)).success).toBe(true);
  });

  it('has animals that were cut by a plan: what was planned holds, and most of it came so', () => {
    const [wish] = demoWishes(NOW);
    if (!wish) throw new Error('the demo has wishes');
    const deer = Object.values(state.animals).filter((a) => SPECIES[a.facts.species].group === 'deer');
    const plans = deer.flatMap((animal) => {
      const own = history.filter((e) => e.intent.animal === animal.id);
      const plan = planBefore(animal.id, '26-001', own, wish);
      return plan ? [{ plan, kept: keptOf(plan.plan, cutOffOf(state, animal.id, own)) }] : [];
    });
    expect(plans.length).toBeGreaterThan(5);
    for (const { plan } of plans.slice(0, 3)) {
      expect(savedPlanSchema.parse(plan)).toEqual(plan);
      expect(plan.proven).toBe(false);
      expect(plan.plan.of.length).toBeGreaterThan(10);
    }
    const kept = keptTogether(plans.map((p) => p.kept));
    const sum = (of: 'promised' | 'got') => kept.reduce((all, u) => all + u[of], 0);
    // The larder is set in its ways: most went where it was to go, some did not.
    expect(sum('got') / sum('promised')).toBeGreaterThan(0.75);
    expect(sum('got') / sum('promised')).toBeLessThan(1.1);
    expect(kept.some((u) => Object.keys(u.away).length > 0)).toBe(true);
    expect(planBefore('nobody', '26-001', [], wish)).toBeUndefined();
  });

  it('has two half-done at the bench, some hanging, most done', () => {
    const count = (work: string) => accounts.filter((a) => a.account.work === work).length;
    expect(count('bench')).toBe(2);
    expect(count('hanging')).toBeGreaterThanOrEqual(1);
    expect(count('done')).toBeGreaterThanOrEqual(5);
  });

  it('says believable things of those that are done', () => {
    for (const { account, animal } of accounts.filter(
      (a) => a.account.work === 'done' && !a.animal.condemned
    )) {
      const name = `${animal.facts.species} ${account.beam.base}`;
      expect(account.beam.stillOn).toBe(0);
      if (account.ratios.hanging) {
        expect(account.ratios.hanging.value, name).toBeGreaterThan(0.4);
        expect(account.ratios.hanging.value, name).toBeLessThan(0.75);
      }
      expect(account.beam.unaccountedAbs, name).toBeLessThan(account.beam.base * 0.03 + 10);
    }
  });

  it('has its hard cases', () => {
    const kinds = (tag: string) => byTag(tag).own.map((e) => e.intent.kind);
    // A dressed weight and a later hanging one.
    expect(byTag('R 0417').account.stages).toMatchObject({
      dressed: { how: 'scale' },
      hanging: { how: 'scale' }
    });
    // A gut shot with contaminated meat.
    const gut = byTag('R 0431').account.beam.segments.find((s) => s.key === 'contaminated');
    expect(gut!.grams).toBeGreaterThanOrEqual(420);
    // A hit haunch: bloodshot on the left leg, and the side shows.
    const haunch = byTag('L 118').account;
    const left = haunch.parts.find((p) => p.part === 'hindLeg' && p.side === 'left')!;
    const right = haunch.parts.find((p) => p.part === 'hindLeg' && p.side === 'right')!;
    expect(left.discards.bloodshot).toBeGreaterThan(500);
    expect(right.discards.bloodshot ?? 0).toBe(0);
    expect(left.boneless!).toBeLessThan(right.boneless!);
    // A leg alone: no carcass, no ratio, yet an expectation.
    const alone = accounts.find(
      (a) => a.own[0]?.intent.kind === 'intake' && a.own[0].intent.into.kind === 'part'
    )!.account;
    expect(alone.ratios).toEqual({});
    expect(alone.expectedBoneless!.mean).toBeGreaterThan(0);
    // Bones that weighed more than the book had left.
    const negative = history.filter((e) =>
      e.postings.some((p) => p.item.startsWith('loss:unaccounted') && p.grams < 0)
    );
    expect(negative.some((e) => e.intent.kind === 'close')).toBe(true);
    // An estimate that was weighed later, and a frame closed without a scale.
    expect(kinds('M 3')).toContain('correct');
    expect(byTag('M 3').account.frame?.how).toBe('model');
    // A chain taken back, newest first.
    const gone = voidedIn(byTag('N 27').own);
    expect(gone.size).toBe(3);
    // A boar on hold with its sample away; another that was lifted, and a belly of it given.
    expect(byTag('B 14').animal.holds?.[0]?.why).toBe('test');
    expect(kinds('B 14')).toEqual(expect.arrayContaining(['hold', 'sample']));
    expect(byTag('B 11').animal.holds).toBeUndefined();
    expect(kinds('B 11')).toEqual(expect.arrayContaining(['hold', 'sample', 'lift', 'give']));
    // Stopped at the gate and condemned whole.
    expect(byTag('R 0460').animal.condemned).toBeDefined();
    expect(byTag('R 0460').account.yield.boneless).toBe(0);
    // Two in the field, one of them quartered; one that was sent out and came back short.
    const inField = animals.filter((a) => a.cooling?.findLast((c) => c.what === 'moved')?.to === 'field');
    expect(inField.map((a) => a.facts.tag).sort()).toEqual(['M 7', 'R 0472']);
    expect(byTag('M 7').animal.cooling!.map((c) => c.what)).toContain('quartered');
    expect(sentOut(byTag('L 095').own)[0]!.returns[0]).toMatchObject({
      bought: 1_300,
      bill: { amount: 11_800, currency: 'EUR' }
    });
    // Lots: one bird thrown away, ten pigeons given as they were.
    const lots = Object.values(state.items).filter((i) => i.kind === 'lot');
    expect(lots.length).toBeGreaterThanOrEqual(10);
    for (const lot of lots) expect(comesInLots(state.animals[lot.owner]!.facts.species)).toBe(true);
    expect(lots.map((l) => l.count)).toEqual(expect.arrayContaining([8, 12]));
  });

  it('is ordinary: most of what is closed, and of its parts, lies where it should, ribs and flanks too', () => {
    const closed = accounts.filter(({ account }) => account.work === 'done' && account.verdict);
    const share = (list: (string | undefined)[]) => list.filter((v) => v === 'within').length / list.length;
    expect(share(closed.map(({ account }) => account.verdict))).toBeGreaterThan(0.65);
    // A hit part is lighter by the shot; what was not hit is ordinary.
    const sound = closed
      .filter(({ animal }) => !animal.facts.placement)
      .flatMap(({ account }) => account.parts);
    for (const keys of [
      ['ribs', 'flank', 'brisket'],
      ['hindLeg', 'shoulder']
    ]) {
      const rows = sound.filter((p) => keys.includes(p.part) && p.verdict);
      if (rows.length > 4) expect(share(rows.map((p) => p.verdict)), keys.join()).toBeGreaterThan(0.5);
    }
    // The first animal of the bench is no fallow doe.
    expect(byTag('W 0093').animal.facts.species).toBe('whitetail');
  });
});
