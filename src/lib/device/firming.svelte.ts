import { z } from 'zod';

const KEY = 'yonder-firming';
const MOST = 12;
const timersSchema = z.array(
  z.object({ id: z.string(), name: z.string(), until: z.number(), minutes: z.number() })
);
/** A piece that lies in the freezer to become firm. */
export type Firming = z.infer<typeof timersSchema>[number];

/** Pieces of this device that firm up; kept over a reload, and heard by its other tabs. */
class FirmingList {
  list = $state.raw<readonly Firming[]>([]);

  read(): void {
    try {
      const read = timersSchema.safeParse(JSON.parse(localStorage.getItem(KEY) ?? '[]'));
      this.list = read.success ? read.data : [];
    } catch {
      this.list = [];
    }
  }
  #keep(list: readonly Firming[]): void {
    this.list = list;
    localStorage.setItem(KEY, JSON.stringify(list));
    // Other tabs are told by the browser; this one by us.
    dispatchEvent(new Event('storage'));
  }
  /** Lays a piece in; the same piece again begins anew. */
  start(id: string, name: string, minutes: number, now = Date.now()): void {
    this.read();
    const rest = this.list.filter((t) => t.id !== id);
    this.#keep([...rest, { id, name, minutes, until: now + minutes * 60_000 }].slice(-MOST));
  }
  /** It is out. */
  done(id: string): void {
    this.read();
    this.#keep(this.list.filter((t) => t.id !== id));
  }
}
export const firming = new FirmingList();
