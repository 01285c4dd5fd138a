import { describe, expect, it } from 'vitest';
import { formatScaleLine } from '$core/scale';
import { grams } from '$core/units';
import { readSerial, serialOf, type SerialPort } from './serial';

const bytes = (text: string) => new TextEncoder().encode(text);
const LINE = formatScaleLine({ state: 'steady', grams: grams(205), tare: grams(0) });

/** A port that gives what it is told to, then ends or breaks. */
function portOf(pieces: string[], broken = false): SerialPort & { opened: number; closed: number } {
  const port = {
    opened: 0,
    closed: 0,
    open: async ({ baudRate }: { baudRate: number }) => void (port.opened = baudRate),
    close: async () => void (port.closed += 1),
    readable: new ReadableStream<Uint8Array>({
      start(stream) {
        for (const piece of pieces) stream.enqueue(bytes(piece));
        if (!broken) stream.close();
      },
      pull(stream) {
        if (broken) stream.error(new Error('cable out'));
      }
    })
  };
  return port;
}
const readAll = async (port: SerialPort) => {
  const shown: string[] = [];
  const why = await new Promise((done) => {
    void readSerial(port, (line) => shown.push(line), done);
  });
  return { shown, why };
};

describe('a scale on a cable', () => {
  it('is offered only where the browser has a way to it', () => {
    expect(serialOf({})).toBeUndefined();
    expect(serialOf({ serial: { requestPort: () => {} } })).toBeDefined();
  });

  it('shows what the parser reads and passes noise over', async () => {
    const port = portOf([LINE.slice(0, 9), `${LINE.slice(9)}\r\n??`, '?\r\n', `${LINE}\r\n`]);
    const { shown, why } = await readAll(port);
    expect(shown).toEqual([LINE, LINE]);
    expect(port.opened).toBe(9600);
    expect(port.closed).toBe(1);
    expect(why).toBe('unplugged');
  });

  it('says when the cable is pulled, once', async () => {
    const { why } = await readAll(portOf([`${LINE}\r\n`], true));
    expect(why).toBe('unplugged');
  });

  it('gives the port back when it is closed', async () => {
    const port = portOf([], true);
    port.readable!.getReader().releaseLock();
    const silent: SerialPort = { ...port, readable: new ReadableStream<Uint8Array>() };
    let why = '';
    const scale = await readSerial(
      silent,
      () => {},
      (w) => (why = w)
    );
    await scale.close();
    expect(why).toBe('closed');
  });
});
