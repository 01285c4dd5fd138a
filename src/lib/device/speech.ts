/** Waits this long for a browser to tell its voices. Own choice, ms. */
const VOICES_MS = 1_500;

/** Voices that need no network, in English where there is one: the program's words are English. */
const own = (): SpeechSynthesisVoice[] => speechSynthesis.getVoices().filter((v) => v.localService);

/** A voice of this device; undefined where it has none. */
async function ownVoice(): Promise<SpeechSynthesisVoice | undefined> {
  if (typeof speechSynthesis === 'undefined') return undefined;
  if (own().length === 0)
    await new Promise<void>((done) => {
      speechSynthesis.addEventListener('voiceschanged', () => done(), { once: true });
      setTimeout(done, VOICES_MS);
    });
  const voices = own();
  return voices.find((v) => v.lang.startsWith('en')) ?? voices[0];
}

/** Says texts one after another; what was being said stops. `at` hears the number of each as it begins, −1 at the end. */
function speak(voice: SpeechSynthesisVoice, texts: readonly string[], at: (index: number) => void): void {
  hush();
  texts.forEach((text, i) => {
    const said = new SpeechSynthesisUtterance(text);
    said.voice = voice;
    said.lang = voice.lang;
    said.onstart = () => at(i);
    if (i === texts.length - 1) said.onend = () => at(-1);
    speechSynthesis.speak(said);
  });
}

/** Stops what is being said. */
const hush = (): void => speechSynthesis.cancel();

/** The browser’s own speech. */
export const speech = { ownVoice, speak, hush };
