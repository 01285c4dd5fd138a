import type { Client, InStatement, ResultSet, Transaction } from '@libsql/client';
import { describe, expect, it } from 'vitest';
import { onlyReading, pipelined } from './pipeline';

const textOf = (statement: InStatement): string =>
  typeof statement === 'string' ? statement : statement.sql;

/** A server that answers each statement with itself, and fails at one that says so, as a batch does. */
function server() {
  const trips: string[][] = [];
  const modes: unknown[] = [];
  const transaction = {
    batch: (statements: InStatement[]) => {
      trips.push(statements.map(textOf));
      if (statements.some((one) => textOf(one) === 'fail')) return Promise.reject(new Error('it failed'));
      return Promise.resolve(statements.map((one) => ({ rows: [textOf(one)] }) as unknown as ResultSet));
    },
    commit: () => Promise.resolve(trips.push(['commit']))
  } as unknown as Transaction;
  const client = {
    transaction: (mode: unknown) => {
      modes.push(mode);
      return Promise.resolve(transaction);
    },
    close: () => trips.push(['close'])
  } as unknown as Client;
  return { client, trips, modes };
}
const rowOf = async (answer: Promise<ResultSet>): Promise<unknown> => (await answer).rows[0];
/** Asks after some promises more than the others, as builders of statements do. */
const later = async (times: number): Promise<void> => {
  for (let i = 0; i < times; i += 1) await Promise.resolve();
};

describe('a transaction on a server', () => {
  it('sends what is asked for at one moment in one trip, each answer to whoever asked', async () => {
    const { client, trips } = server();
    const tx = await pipelined(client).transaction('write');
    const asked = await Promise.all(
      [0, 1, 5].map(async (times) => {
        await later(times);
        return rowOf(tx.execute(`after ${times}`));
      })
    );
    expect(asked).toEqual(['after 0', 'after 1', 'after 5']);
    expect(await rowOf(tx.execute({ sql: 'then', args: [] }))).toBe('then');
    await tx.commit();
    expect(trips).toEqual([['after 0', 'after 1', 'after 5'], ['then'], ['commit']]);
  });

  it('tells everybody of a trip that failed', async () => {
    const { client } = server();
    const tx = await pipelined(client).transaction('write');
    const settled = await Promise.allSettled(['one', 'fail', 'two'].map((text) => tx.execute(text)));
    expect(settled.map(({ status }) => status)).toEqual(['rejected', 'rejected', 'rejected']);
    expect(await rowOf(tx.execute('again'))).toBe('again');
  });

  it('begins to write or to read, whatever is asked for; all else goes through', async () => {
    const { client, trips, modes } = server();
    await pipelined(client).transaction('deferred');
    await onlyReading(client).transaction('write');
    onlyReading(client).close();
    expect(modes).toEqual(['write', 'read']);
    expect(trips).toEqual([['close']]);
  });
});
