export interface StreamHandlers {
  /** A line of the larder's scale, and the number of what lies on its plate. */
  scale: (line: string, plate: string) => void;
  /** Somebody has booked what lay on the plate of that number. */
  taken: (what: { plate: string; hand: string; device: string }) => void;
  /** Whether the stand-in's table is being shaken, by whoever. */
  table: (shaken: boolean) => void;
  book: (seq: number) => void;
  /** The server is away; the last reading no longer counts. */
  lost: () => void;
  /** It is back after having been away. */
  found: () => void;
}

/** Follows the bench's stream, and joins it again whenever it breaks or the page comes back into view. */
export function connect(url: string, handlers: StreamHandlers): { close: () => void } {
  let source: EventSource | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let away = false;
  let closed = false;

  function open() {
    clearTimeout(timer);
    if (closed || source || document.hidden) return;
    source = new EventSource(url);
    source.addEventListener('open', () => {
      if (away) handlers.found();
      away = false;
    });
    source.addEventListener('scale', (event) => handlers.scale(event.data as string, event.lastEventId));
    source.addEventListener('taken', (event) =>
      handlers.taken(JSON.parse(event.data as string) as Parameters<StreamHandlers['taken']>[0])
    );
    source.addEventListener('table', (event) => handlers.table(event.data === 'shaken'));
    source.addEventListener('book', (event) => handlers.book(Number(event.data)));
    source.addEventListener('error', () => {
      drop();
      away = true;
      handlers.lost();
      timer = setTimeout(open, 1_000);
    });
  }
  function drop() {
    source?.close();
    source = undefined;
  }
  function visibility() {
    if (document.hidden) drop();
    else {
      away = true;
      open();
    }
  }
  document.addEventListener('visibilitychange', visibility);
  open();
  return {
    close() {
      closed = true;
      clearTimeout(timer);
      drop();
      document.removeEventListener('visibilitychange', visibility);
    }
  };
}
