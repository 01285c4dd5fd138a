import { LineCutter, parseScaleLine } from '$core/scale';

/** The little of the Web Serial API that is used here; browsers that have it offer it under `navigator.serial`. */
export interface SerialPort {
  open(options: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
}
interface Serial {
  requestPort(): Promise<SerialPort>;
}

/** The browser's way to a scale on a cable; undefined where it has none. */
export const serialOf = (nav: object): Serial | undefined =>
  'serial' in nav ? (nav as { serial: Serial }).serial : undefined;

export interface SerialScale {
  /** Stops reading and gives the port back. */
  close(): Promise<void>;
}

/**
 * Reads a scale on a cable, line by line, through the same parser as any other.
 * @param port  opened here; the browser asks the person which one it is
 * @param lost  called once, when the cable is out or the reading ends
 */
export async function readSerial(
  port: SerialPort,
  show: (line: string) => void,
  lost: (why: 'unplugged' | 'closed') => void,
  baudRate = 9600
): Promise<SerialScale> {
  await port.open({ baudRate });
  const reader = port.readable?.getReader();
  let closing = false;
  const read = async () => {
    const lines = new LineCutter();
    const text = new TextDecoder();
    try {
      for (;;) {
        const piece = await reader?.read();
        if (!piece || piece.done) break;
        for (const line of lines.feed(text.decode(piece.value, { stream: true })))
          if (parseScaleLine(line).ok) show(line);
      }
    } catch {
      // The cable is out: what is said below says it.
    }
    reader?.releaseLock();
    await port.close().catch(() => undefined);
    lost(closing ? 'closed' : 'unplugged');
  };
  const ended = read();
  return {
    close: async () => {
      closing = true;
      await reader?.cancel().catch(() => undefined);
      await ended;
    }
  };
}
