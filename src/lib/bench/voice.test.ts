import { beforeEach, describe, expect, it, vi } from 'vitest';

const said: string[] = [];
let voices: { localService: boolean; lang: string }[] = [];
const speechSynthesis = Object.assign(new EventTarget(), {
  getVoices: () => voices,
  speak: (one: { text: string; onstart?: () => void; onend?: () => void }) => {
    said.push(one.text);
    one.onstart?.();
  },
  cancel: () => said.push('hush')
});
vi.stubGlobal('speechSynthesis', speechSynthesis);
vi.stubGlobal(
  'SpeechSynthesisUtterance',
  class {
    constructor(readonly text: string) {}
  }
);
const kept = new Map<string, string>();
vi.stubGlobal('localStorage', {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => kept.set(key, value)
});
const { Voice } = await import('./voice.svelte');

describe('the step spoken aloud', () => {
  beforeEach(() => {
    said.length = 0;
    kept.clear();
    voices = [{ localService: true, lang: 'en-GB' }];
  });

  it('is off until somebody wants it, and stays as this device has it', async () => {
    const voice = new Voice();
    voice.start();
    voice.say([['do', 'Along the ridge.']]);
    await new Promise((done) => setTimeout(done, 5));
    expect(said).toEqual([]);
    voice.toggle();
    const again = new Voice();
    again.start();
    expect(again.on).toBe(true);
  });

  it('says the lines one after another and marks the one being said', async () => {
    const voice = new Voice();
    voice.toggle();
    voice.say([
      [undefined, 'Flat iron'],
      ['do', 'Along the ridge.'],
      ['feel', undefined]
    ]);
    await expect.poll(() => said).toEqual(['hush', 'Flat iron', 'Along the ridge.']);
    expect(voice.line).toBe('do');
    voice.toggle();
    expect(said.at(-1)).toBe('hush');
    expect(voice.line).toBeUndefined();
  });

  it('begins nothing that was wanted before something else', async () => {
    const voice = new Voice();
    voice.toggle();
    voice.say([['do', 'First.']]);
    voice.say([['do', 'Second.']]);
    await expect.poll(() => said).toContain('Second.');
    expect(said).not.toContain('First.');
  });

  it('says that a device has no voice of its own: one that needs a network is none', async () => {
    voices = [{ localService: false, lang: 'en-GB' }];
    const voice = new Voice();
    voice.toggle();
    voice.say([['do', 'Along the ridge.']]);
    await expect.poll(() => voice.none).toBe(true);
    expect(said).toEqual([]);
  });
});
