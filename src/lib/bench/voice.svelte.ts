import type { speech } from '$lib/device/speech';

const KEY = 'yonder-voice';

/** The lines of a step that can be spoken; each is marked on the card while it is. */
export const SPOKEN = ['do', 'feel', 'wrong', 'why'] as const;
export type SpokenLine = (typeof SPOKEN)[number];

/** Reads the step in hand aloud. Off until somebody wants it; what speaks is loaded with the first word. */
export class Voice {
  on = $state(false);
  /** The line that is being spoken. */
  line = $state<SpokenLine | undefined>();
  /** This device has no voice of its own. */
  none = $state(false);
  #speech: typeof speech | undefined;
  #voice: SpeechSynthesisVoice | undefined;
  /** Texts wanted last; older ones are not begun. */
  #wanted: readonly [SpokenLine | undefined, string][] = [];

  /** Takes up what was chosen on this device before. */
  start(): void {
    this.on = localStorage.getItem(KEY) === '1';
  }

  toggle(): void {
    this.on = !this.on;
    this.none = false;
    localStorage.setItem(KEY, this.on ? '1' : '0');
    if (!this.on) this.hush();
  }

  /** Says lines one after another, where it is on; what was being said stops. */
  say(lines: readonly (readonly [SpokenLine | undefined, string | undefined])[]): void {
    if (!this.on) return;
    this.#wanted = lines.flatMap(([line, text]): [SpokenLine | undefined, string][] =>
      text ? [[line, text]] : []
    );
    void this.#say();
  }

  async #say(): Promise<void> {
    const wanted = this.#wanted;
    this.#speech ??= (await import('$lib/device/speech')).speech;
    this.#voice ??= await this.#speech.ownVoice();
    if (wanted !== this.#wanted || !this.on) return;
    this.none = this.#voice === undefined;
    if (!this.#voice) return;
    this.#speech.speak(
      this.#voice,
      wanted.map(([, text]) => text),
      (index) => wanted === this.#wanted && (this.line = wanted[index]?.[0])
    );
  }

  hush(): void {
    this.#wanted = [];
    this.line = undefined;
    this.#speech?.hush();
  }
}
