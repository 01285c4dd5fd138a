import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stubStorage } from '$lib/teststorage';
import type { WorkRow } from '$core/bench';
import { formatScaleLine } from '$core/scale';
import { MINUTE, grams, UUID7 } from '$core/units';
import { Cable } from './cable.svelte';
import type { Desk } from './desk.svelte';
import { deviceName, freshId } from '$lib/device/ids';
import { setSound, soundOn, tone } from '$lib/device/sound';
import { Minutes } from './today.svelte';
import { wantOf } from './want';

let store: Map<string, string>;
beforeEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
  store = stubStorage();
});

describe('names that a device gives', () => {
  it('are new each time for entries, and always the same for itself', () => {
    expect(freshId()).toMatch(UUID7);
    expect(freshId()).not.toBe(freshId());
    const name = deviceName();
    expect(name).toMatch(/^bench [0-9a-f]{4}$/);
    expect(deviceName()).toBe(name);
  });
});

describe('cautions waved away', () => {
  it('are gone for the day on this device, and back the next', async () => {
    vi.useFakeTimers({ now: Date.UTC(2026, 10, 3, 12), toFake: ['Date'] });
    vi.resetModules();
    const today = await import('./today.svelte');
    expect(today.dismissed.has('knife')).toBe(false);
    today.dismissed.add('knife');
    expect(today.dismissed.has('knife')).toBe(true);
    const again = async () => {
      vi.resetModules();
      return (await import('./today.svelte')).dismissed.has('knife');
    };
    expect(await again()).toBe(true);
    vi.setSystemTime(Date.UTC(2026, 10, 5, 12));
    expect(await again()).toBe(false);
    store.set('yonder-cautions', 'not JSON');
    expect(await again()).toBe(false);
  });
});

describe('minutes at the bench', () => {
  it('count on one edge, over a reload, until it is fresh or the sitting is another', () => {
    vi.useFakeTimers({ now: 1_000_000_000_000 });
    const bench = new Minutes();
    const stop = bench.start();
    vi.advanceTimersByTime(17 * MINUTE);
    expect(bench.edge).toBe(17);
    expect(bench.since(1_000_000_000_000 + 5 * MINUTE)).toBe(12);
    expect(bench.since(Date.now() + MINUTE)).toBe(0);
    stop();
    const reloaded = new Minutes();
    reloaded.start();
    expect(reloaded.edge).toBe(17);
    reloaded.fresh();
    expect(reloaded.edge).toBe(0);
    vi.advanceTimersByTime(5 * 60 * MINUTE);
    const tomorrow = new Minutes();
    tomorrow.start();
    expect(tomorrow.edge).toBe(0);
  });
});

describe('a sound with a take', () => {
  it('is off until somebody asks, and then one tone for a take and two low ones for a refusal', () => {
    const started: number[] = [];
    class Sound {
      currentTime = 0;
      destination = {};
      createOscillator() {
        const source = {
          frequency: { value: 0 },
          connect: (to: unknown) => to,
          start: () => void started.push(source.frequency.value),
          stop: () => undefined
        };
        return source;
      }
      createGain() {
        const ramp = () => undefined;
        return {
          gain: { setValueAtTime: ramp, exponentialRampToValueAtTime: ramp },
          connect: (to: unknown) => to
        };
      }
    }
    vi.stubGlobal('AudioContext', Sound);
    tone('booked');
    expect(soundOn()).toBe(false);
    expect(started).toEqual([]);
    setSound(true);
    tone('booked');
    tone('refused');
    expect(started).toHaveLength(3);
    expect(started[0]!).toBeGreaterThan(started[1]!);
  });
});

describe('what the stand-in is asked for', () => {
  const row = (act: WorkRow['act']) => ({ key: 'x', act }) as WorkRow;
  it('is the piece in hand, or what is being done to one that is off', () => {
    const take = {
      kind: 'take',
      cut: 'strap',
      side: 'left',
      born: 'piece',
      from: 'c',
      boneIn: false,
      tub: 'prime'
    } as const;
    expect(wantOf(undefined, row(take))).toEqual({
      kind: 'take',
      cut: 'strap',
      side: 'left',
      from: 'c',
      boneIn: false
    });
    expect(wantOf({ kind: 'trim', item: 'p' }, row(take))).toEqual({ kind: 'trimmed', item: 'p' });
    expect(wantOf({ kind: 'split', item: 'p' }, undefined)).toEqual({ kind: 'split', item: 'p' });
    expect(wantOf({ kind: 'correct', item: 'p' }, undefined)).toEqual({ kind: 'reweigh', item: 'p' });
    expect(wantOf(undefined, row({ kind: 'stage', item: 'c', stage: 'hanging' }))).toEqual({
      kind: 'stage',
      item: 'c',
      stage: 'hanging'
    });
    expect(wantOf(undefined, row({ kind: 'close', item: 'c' }))).toEqual({ kind: 'bone', item: 'c' });
    expect(wantOf(undefined, row({ kind: 'say', item: 'c', asks: 'check', answers: [] }))).toEqual({
      kind: 'nothing'
    });
    expect(wantOf(undefined, undefined)).toEqual({ kind: 'nothing' });
  });
});

describe('a scale on the cable', () => {
  const LINE = formatScaleLine({ state: 'steady', grams: grams(640), tare: grams(0) });
  const standing = () => {
    const shown: string[] = [];
    const desk = { show: (line: string) => shown.push(line), silent: vi.fn(), notice: undefined as unknown };
    return { shown, desk, cable: new Cable(desk as unknown as Desk) };
  };
  const port = (stream: ReadableStream<Uint8Array>) => ({
    open: async () => undefined,
    close: async () => undefined,
    readable: stream
  });

  it('is not offered where the browser has no way to one', async () => {
    vi.stubGlobal('navigator', {});
    const { cable } = standing();
    cable.start();
    expect(cable.offered).toBe(false);
    await cable.toggle();
    expect(cable.on).toBe(false);
  });

  it('shows its lines, says when it is pulled, and is silent then', async () => {
    const source = new ReadableStream<Uint8Array>({
      start: (stream) => stream.enqueue(new TextEncoder().encode(`${LINE}\n`)),
      pull: (stream) => stream.error(new Error('out'))
    });
    vi.stubGlobal('navigator', { serial: { requestPort: async () => port(source) } });
    const { cable, desk, shown } = standing();
    cable.start();
    expect(cable.offered).toBe(true);
    await cable.toggle();
    await vi.waitFor(() => expect(desk.silent).toHaveBeenCalledOnce());
    expect(shown).toEqual([LINE]);
    expect(cable.on).toBe(false);
    expect(desk.notice).toMatchObject({ text: expect.stringContaining('cable is out') });
  });

  it('takes no choice for an answer, and names a port that does not open', async () => {
    const refusing = (error: unknown) =>
      vi.stubGlobal('navigator', {
        serial: {
          requestPort: async () => {
            throw error;
          }
        }
      });
    const { cable } = standing();
    refusing(new DOMException('none chosen', 'NotFoundError'));
    await cable.toggle();
    expect(cable.fault).toBe('');
    refusing(new Error('busy'));
    await cable.toggle();
    expect(cable.fault).toContain('could not be opened');
  });
});
