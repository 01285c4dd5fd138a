import type { FileHandle } from 'node:fs/promises';
import { heard } from '../heard';

/** Bytes that are read at once. */
const PIECE = 64 * 1024;

/**
 * A file as a stream of an answer. It is closed when it has been read, when nobody reads on, and when the request is broken
 * off; a fault of reading ends the stream, and nothing else.
 * @param opened  gives the file when it is first read from
 */
export function streamOf(
  opened: () => Promise<FileHandle>,
  signal?: AbortSignal
): ReadableStream<Uint8Array> {
  let file: Promise<FileHandle> | undefined;
  const close = async (): Promise<void> => {
    const open = await file?.catch(() => undefined);
    file = undefined;
    await open?.close().catch(() => undefined);
  };
  signal?.addEventListener('abort', () => heard(close(), 'a file was not closed'), { once: true });
  return new ReadableStream<Uint8Array>(
    {
      async pull(controller) {
        try {
          file ??= opened();
          const { bytesRead, buffer } = await (await file).read(new Uint8Array(PIECE), 0, PIECE);
          if (bytesRead > 0) return controller.enqueue(buffer.subarray(0, bytesRead));
        } catch (error) {
          await close();
          throw error;
        }
        await close();
        controller.close();
      },
      cancel: close
    },
    { highWaterMark: 0 }
  );
}
