import { asc, eq, sql } from 'drizzle-orm';
import type { Larder, Tx } from '../db/client';
import { parties, partyNames, versions } from '../db/schema';
import type { Put } from '../db/rows';
import { newId } from '../ids';
import { bump, versionOf } from './versions';

/** Somebody outside the house that meat goes to or comes from. */
export interface Party {
  id: string;
  /** What they are called now. */
  name: string;
  /** Every name that they have in the book, this one among them where it was booked. */
  names: string[];
}

/** Why a party could not be changed. */
export type PartyFault = { code: 'unknown' } | { code: 'name-taken'; by: string } | { code: 'itself' };

/** Keeps a name that the book has just used; whoever it belongs to is known, or is somebody new. */
export function keepParty(tx: Tx, put: Put, name: string): void {
  const id = newId();
  const made = sql`exists (select 1 from ${parties} where id = ${id})`;
  put(
    tx.run(sql`insert into ${parties} (id, name) select ${id}, ${name}
      where not exists (select 1 from ${partyNames} where name = ${name})`)
  );
  put(tx.run(sql`insert into ${partyNames} (name, party) select ${name}, ${id} where ${made}`));
  put(
    tx.run(sql`insert into ${versions} (scope, number) select 'parties', 1 where ${made}
      on conflict (scope) do update set number = number + 1`)
  );
}

/**
 * People, houses and laboratories that the book names. The book keeps the name that was said; here it stands whose name it
 * is. A name may be changed and two found to be one: what was booked stays as it was.
 */
export class PartyRepository {
  #cached: { version: number; list: Party[] } | undefined;
  constructor(private readonly larder: Larder) {}

  /** All of them, by name. */
  async all(): Promise<Party[]> {
    const { db } = this.larder;
    const version = await versionOf(db, 'parties');
    if (this.#cached?.version === version) return this.#cached.list;
    const names = new Map<string, string[]>();
    for (const { name, party } of await db.select().from(partyNames).orderBy(asc(partyNames.name)))
      names.set(party, [...(names.get(party) ?? []), name]);
    const rows = await db.select().from(parties).orderBy(asc(parties.name));
    const list = rows.map((row) => ({ ...row, names: names.get(row.id) ?? [] }));
    this.#cached = { version, list };
    return list;
  }

  /** What each name of the book is called now. */
  async called(): Promise<(name: string) => string> {
    const now = new Map((await this.all()).flatMap((party) => party.names.map((name) => [name, party.name])));
    return (name) => now.get(name) ?? name;
  }

  /** Gives a party another name; refused where it is somebody else's: those two may be joined. */
  async rename(id: string, name: string): Promise<PartyFault | undefined> {
    return this.larder.write(async (tx) => {
      const party = await tx.select().from(parties).where(eq(parties.id, id)).get();
      if (!party) return { code: 'unknown' };
      const holder = await tx.select().from(partyNames).where(eq(partyNames.name, name)).get();
      if (holder && holder.party !== id) return { code: 'name-taken', by: holder.party };
      if (!holder) await tx.insert(partyNames).values({ name, party: id });
      await tx.update(parties).set({ name }).where(eq(parties.id, id));
      await bump(tx, 'parties');
      return undefined;
    });
  }

  /** Two that turn out to be one: all names of the one are the other's from now on. */
  async join(id: string, into: string): Promise<PartyFault | undefined> {
    if (id === into) return { code: 'itself' };
    return this.larder.write(async (tx) => {
      const found = await tx.select().from(parties);
      if (![id, into].every((one) => found.some((party) => party.id === one))) return { code: 'unknown' };
      await tx.update(partyNames).set({ party: into }).where(eq(partyNames.party, id));
      await tx.delete(parties).where(eq(parties.id, id));
      await bump(tx, 'parties');
      return undefined;
    });
  }
}
