import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { BlendAsk } from '$core/grind';
import { grams } from '$core/units';
import { Blender } from './blender.svelte';
import { FakeWorker } from './worker.testkit';

beforeEach(() => {
  FakeWorker.all = [];
  vi.stubGlobal('Worker', FakeWorker);
});
const ask: BlendAsk = {
  lots: [{ id: 'a', have: grams(900), fat: 0.05 }],
  aim: 0.07,
  how: 'atMost',
  least: 'bought'
};
const answer = (id: number, meat: number) => ({
  data: { id, answer: { parts: [{ id: 'a', grams: grams(meat) }] } }
});

describe('the linear programme in its worker', () => {
  it('answers what was asked last; an older answer that comes late is passed over', () => {
    const blender = new Blender();
    expect(FakeWorker.all).toHaveLength(0);
    blender.ask(ask);
    blender.ask(ask);
    const [worker] = FakeWorker.all;
    expect(FakeWorker.all).toHaveLength(1);
    expect(worker?.told.map((t) => t.id)).toEqual([1, 2]);
    worker?.say('message', answer(1, 100));
    expect(blender.answer).toBeUndefined();
    expect(blender.busy).toBe(true);
    worker?.say('message', answer(2, 900));
    expect(blender.answer?.parts).toEqual([{ id: 'a', grams: 900 }]);
    expect(blender.busy).toBe(false);
  });

  it('that breaks off is said, what it had said stands, and the next question starts another', () => {
    const blender = new Blender();
    blender.ask(ask);
    FakeWorker.all[0]?.say('message', answer(1, 900));
    blender.ask(ask);
    FakeWorker.all[0]?.say('error', {});
    expect(blender).toMatchObject({ broke: true, busy: false });
    expect(blender.answer?.parts).toHaveLength(1);
    expect(FakeWorker.all[0]?.ended).toBe(true);
    blender.ask(ask);
    expect(FakeWorker.all).toHaveLength(2);
    FakeWorker.all[1]?.say('message', answer(3, 500));
    expect(blender.broke).toBe(false);
    blender.stop();
    expect(FakeWorker.all[1]?.ended).toBe(true);
  });
});
