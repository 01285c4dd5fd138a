import { and, asc, eq, lt, max, or, sql } from 'drizzle-orm';
import type { Role } from '$core/book';
import { DAY, HOUR, MINUTE } from '$core/units';
import type { Larder, Tx } from '../db/client';
import { people, pins, visits } from '../db/schema';
import { newId } from '../ids';
import { normalName } from './names';
import { PIN_TRIES, digestOf, newToken, opens, opensNothing, passwordFault, pinFault, seal } from './secrets';

/** Somebody who may sign in. */
export interface Person {
  id: string;
  name: string;
  role: Role;
  /** Their password was made for them and is still to be changed. */
  made: boolean;
}

/** Somebody who is signed in, and where. */
export interface Visitor extends Person {
  visit: string;
}

/** Why somebody could not be added or changed; `text` is for whoever asked. */
export interface PeopleFault {
  code: 'name-taken' | 'password' | 'pin' | 'last-keeper' | 'unknown';
  text: string;
}

/** A browser that is not used this long is signed out, ms; it is in any case after the longest (working defaults). */
export const IDLE_MS = 12 * HOUR;
export const LONGEST_MS = 30 * DAY;
/** A password that was made for somebody opens nothing after this, ms. */
export const MADE_MS = 7 * DAY;
/** A device that nobody has used its PIN at for this long has none any more, ms. */
export const PIN_MS = 180 * DAY;
/** How exactly it is kept when a browser was seen: written no more often, ms. */
const SEEN_MS = 10 * MINUTE;

const UNKNOWN: PeopleFault = { code: 'unknown', text: 'There is nobody of that name.' };
const LAST_KEEPER: PeopleFault = {
  code: 'last-keeper',
  text: 'The last keeper stays one: nobody could let others in.'
};

type Row = typeof people.$inferSelect;
const personOf = ({ id, name, role, made }: Row): Person => ({
  id,
  name,
  role: role as Role,
  made: made === 1
});

/** Who may come in, who is signed in where, and who may with a PIN. Passwords, PINs and what browsers hold are kept as digests. */
export class PeopleRepository {
  constructor(
    private readonly larder: Larder,
    private readonly now: () => number = Date.now
  ) {}

  /** Everybody, by name, with when they were last seen. */
  async all(): Promise<(Person & { seenAt: number | null })[]> {
    const rows = await this.larder.db
      .select({ person: people, seenAt: max(visits.seenAt) })
      .from(people)
      .leftJoin(visits, eq(visits.person, people.id))
      .groupBy(people.id)
      .orderBy(asc(people.key));
    return rows.map(({ person, seenAt }) => ({ ...personOf(person), seenAt }));
  }

  async byName(name: string): Promise<Person | undefined> {
    const row = await this.#rowOf(name);
    return row && personOf(row);
  }

  async byId(id: string): Promise<Person | undefined> {
    const [row] = await this.larder.db.select().from(people).where(eq(people.id, id));
    return row && personOf(row);
  }

  /** Whether somebody could let others in. */
  async hasKeeper(): Promise<boolean> {
    return (await this.#keepers()).length > 0;
  }

  /**
   * Lets somebody in from now on.
   * @param made  whether the password was made for them: they change it at once
   */
  async add(name: string, role: Role, password: string, made = false): Promise<PeopleFault | undefined> {
    const fault = await this.#passwordFault(name, password);
    if (fault) return fault;
    const row = {
      id: newId(),
      name,
      key: normalName(name),
      role,
      password: await seal(password),
      changedAt: this.now(),
      made: made ? 1 : 0
    };
    const [added] = await this.larder.write((tx) =>
      tx.insert(people).values(row).onConflictDoNothing().returning({ id: people.id })
    );
    return added ? undefined : { code: 'name-taken', text: 'Somebody has that name; capitals do not count.' };
  }

  /** Makes somebody something else; the last keeper stays one. */
  async setRole(id: string, role: Role): Promise<PeopleFault | undefined> {
    return this.#change(id, role === 'keeper', async (tx) => {
      await tx.update(people).set({ role }).where(eq(people.id, id));
    });
  }

  /** Lets somebody in no more; what they booked stays theirs. */
  async remove(id: string): Promise<PeopleFault | undefined> {
    return this.#change(id, false, async (tx) => {
      await forget(tx, id);
      await tx.delete(people).where(eq(people.id, id));
    });
  }

  /** Changes a password; whoever was signed in by the old one, or by a PIN, is not any more. */
  async setPassword(id: string, password: string, made = false): Promise<PeopleFault | undefined> {
    const person = await this.byId(id);
    if (!person) return UNKNOWN;
    const fault = await this.#passwordFault(person.name, password);
    if (fault) return fault;
    const sealed = await seal(password);
    await this.larder.write(async (tx) => {
      await forget(tx, id);
      await tx
        .update(people)
        .set({ password: sealed, changedAt: this.now(), made: made ? 1 : 0 })
        .where(eq(people.id, id));
    });
    return undefined;
  }

  /** Who has this name and password; takes as long where nobody has. A made password that is too old opens nothing. */
  async known(name: string, password: string): Promise<Person | undefined> {
    const row = await this.#rowOf(name);
    if (!row) {
      await opensNothing(password);
      return undefined;
    }
    if (!(await opens(row.password, password))) return undefined;
    if (row.made === 1 && row.changedAt + MADE_MS < this.now()) return undefined;
    return personOf(row);
  }

  /** Signs somebody in; gives what the browser is to hold. What has run out is cleared away. */
  async open(person: string): Promise<string> {
    const token = newToken();
    const now = this.now();
    await this.larder.write(async (tx) => {
      await tx
        .delete(visits)
        .where(or(lt(visits.seenAt, now - IDLE_MS), lt(visits.madeAt, now - LONGEST_MS)));
      await tx.delete(pins).where(lt(pins.seenAt, now - PIN_MS));
      await tx.insert(visits).values({ id: digestOf(token), person, madeAt: now, seenAt: now });
    });
    return token;
  }

  /** Who is signed in at a browser, by what it holds: it has been seen now. */
  async visitor(token: string): Promise<Visitor | undefined> {
    const now = this.now();
    const id = digestOf(token);
    const found = await this.atVisit(id);
    if (found && found.seenAt + SEEN_MS < now)
      await this.larder
        .write((tx) => tx.update(visits).set({ seenAt: now }).where(eq(visits.id, id)))
        // That a larder cannot be written is said where something is to be booked.
        .catch(() => undefined);
    return found && { ...found.person, visit: id };
  }

  /** Who a visit is of, and when it was last seen; nothing where it has ended. */
  async atVisit(id: string): Promise<{ person: Person; seenAt: number } | undefined> {
    const now = this.now();
    const [row] = await this.larder.db
      .select({ person: people, visit: visits })
      .from(visits)
      .innerJoin(people, eq(people.id, visits.person))
      .where(eq(visits.id, id));
    if (!row) return undefined;
    const { madeAt, seenAt } = row.visit;
    if (seenAt + IDLE_MS < now || madeAt + LONGEST_MS < now) return undefined;
    return { person: personOf(row.person), seenAt };
  }

  /** Signs one browser out. */
  async close(visit: string): Promise<void> {
    await this.larder.write((tx) => tx.delete(visits).where(eq(visits.id, visit)));
  }

  /** Signs somebody out everywhere, and takes their PINs from every device. */
  async closeAll(person: string): Promise<void> {
    await this.larder.write((tx) => forget(tx, person));
  }

  /**
   * Gives somebody a PIN at a device.
   * @param before  what the device was known by till now: whoever has a PIN there has it by the new token from now on
   */
  async setPin(
    device: string,
    person: string,
    pin: string,
    before?: string
  ): Promise<PeopleFault | undefined> {
    const text = pinFault(pin);
    if (text) return { code: 'pin', text };
    const row = {
      device: digestOf(device),
      person,
      pin: await seal(pin),
      wrong: 0,
      seenAt: this.now()
    };
    await this.larder.write(async (tx) => {
      if (before !== undefined)
        await tx
          .update(pins)
          .set({ device: row.device })
          .where(eq(pins.device, digestOf(before)));
      await tx
        .insert(pins)
        .values(row)
        .onConflictDoUpdate({
          target: [pins.device, pins.person],
          set: { pin: row.pin, wrong: 0, seenAt: row.seenAt }
        });
    });
    return undefined;
  }

  async dropPin(device: string, person: string): Promise<void> {
    await this.larder.write((tx) =>
      tx.delete(pins).where(and(eq(pins.device, digestOf(device)), eq(pins.person, person)))
    );
  }

  /** Who has a PIN at a device, by name. */
  async peopleAt(device: string): Promise<Person[]> {
    const rows = await this.larder.db
      .select({ person: people })
      .from(pins)
      .innerJoin(people, eq(people.id, pins.person))
      .where(and(eq(pins.device, digestOf(device)), lt(sql`${this.now() - PIN_MS}`, pins.seenAt)))
      .orderBy(asc(people.key));
    return rows.map(({ person }) => personOf(person));
  }

  /**
   * Looks at a PIN. A try is counted before it is looked at, so that many at once are many tries; at the last wrong one the
   * PIN is gone.
   * @returns whose it is, or how many tries are left
   */
  async knownByPin(
    device: string,
    person: string,
    pin: string
  ): Promise<{ ok: true; person: Person } | { ok: false; left: number }> {
    const at = and(eq(pins.device, digestOf(device)), eq(pins.person, person));
    const [row] = await this.larder.write((tx) =>
      tx
        .update(pins)
        .set({ wrong: sql`${pins.wrong} + 1` })
        .where(and(at, lt(pins.wrong, PIN_TRIES), lt(sql`${this.now() - PIN_MS}`, pins.seenAt)))
        .returning()
    );
    const found = await this.byId(person);
    if (!row || !found) {
      await opensNothing(pin);
      return { ok: false, left: 0 };
    }
    const right = await opens(row.pin, pin);
    await this.larder.write(async (tx) => {
      if (right) await tx.update(pins).set({ wrong: 0, seenAt: this.now() }).where(at);
      else if (row.wrong >= PIN_TRIES) await tx.delete(pins).where(at);
    });
    return right ? { ok: true, person: found } : { ok: false, left: PIN_TRIES - row.wrong };
  }

  /** What a calendar is given to read the feed in somebody's name; another one after every change of password. */
  async feedKey(id: string): Promise<string | undefined> {
    const [row] = await this.larder.db.select().from(people).where(eq(people.id, id));
    return row && digestOf(`calendar ${row.password}`);
  }

  /** What says of a device that somebody signed in there; another one after every change of password. */
  async deviceKey(id: string): Promise<string | undefined> {
    const [row] = await this.larder.db.select().from(people).where(eq(people.id, id));
    return row && digestOf(`device ${row.password}`);
  }

  async #rowOf(name: string): Promise<Row | undefined> {
    const [row] = await this.larder.db
      .select()
      .from(people)
      .where(eq(people.key, normalName(name)));
    return row;
  }

  async #passwordFault(name: string, password: string): Promise<PeopleFault | undefined> {
    const text = await passwordFault(password, [name, ...name.split(' '), 'larder', 'yonder']);
    return text === undefined ? undefined : { code: 'password', text };
  }

  #keepers(db: Pick<Tx, 'select'> = this.larder.db): Promise<{ id: string }[]> {
    return db
      .select({ id: people.id })
      .from(people)
      .where(eq(people.role, 'keeper' satisfies Role));
  }

  /** Changes somebody, unless no keeper would be left. */
  async #change(
    id: string,
    staysKeeper: boolean,
    work: (tx: Tx) => Promise<void>
  ): Promise<PeopleFault | undefined> {
    return this.larder.write(async (tx) => {
      const [row] = await tx.select().from(people).where(eq(people.id, id));
      if (!row) return UNKNOWN;
      const keepers = await this.#keepers(tx);
      if (!staysKeeper && keepers.every((keeper) => keeper.id === id) && row.role === 'keeper')
        return LAST_KEEPER;
      await work(tx);
      return undefined;
    });
  }
}

/** Signs somebody out wherever they are signed in or could be without a password. */
async function forget(tx: Tx, person: string): Promise<void> {
  await tx.delete(visits).where(eq(visits.person, person));
  await tx.delete(pins).where(eq(pins.person, person));
}
