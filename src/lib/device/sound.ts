const KEY = 'yonder-sound';

/** Whether this device gives a sound with a take; off until somebody asks for it. */
export const soundOn = (): boolean =>
  typeof localStorage !== 'undefined' && localStorage.getItem(KEY) === 'on';
export const setSound = (on: boolean): void => localStorage.setItem(KEY, on ? 'on' : 'off');

let context: AudioContext | undefined;

/** A short tone: high when something was booked, low and double when it was not. Silent where sound is off or missing. */
export function tone(kind: 'booked' | 'refused'): void {
  if (!soundOn() || typeof AudioContext === 'undefined') return;
  context ??= new AudioContext();
  const now = context.currentTime;
  const beeps =
    kind === 'booked'
      ? [[880, 0]]
      : [
          [220, 0],
          [220, 0.16]
        ];
  for (const [pitch = 440, after = 0] of beeps) {
    const source = context.createOscillator();
    const volume = context.createGain();
    source.frequency.value = pitch;
    volume.gain.setValueAtTime(0.0001, now + after);
    volume.gain.exponentialRampToValueAtTime(0.18, now + after + 0.01);
    volume.gain.exponentialRampToValueAtTime(0.0001, now + after + 0.12);
    source.connect(volume).connect(context.destination);
    source.start(now + after);
    source.stop(now + after + 0.14);
  }
}
