import type { Client, InStatement, ResultSet, Transaction } from '@libsql/client';
import { heard } from '../heard';

interface Asked {
  statement: InStatement;
  answer: (result: ResultSet) => void;
  fail: (error: unknown) => void;
}

/**
 * A client of a server whose transactions send whatever is asked for at one moment in one trip, the begin with the first.
 * Each answer goes to whoever asked; after a statement that fails, those behind it are not run and fail with it.
 */
export const pipelined = (client: Client): Client =>
  withTransactions(client, async () => pipelinedTransaction(await client.transaction('write')));

/**
 * A client whose transactions ask something before whoever works in them can: however that is asked for, it comes after it.
 * @param hear  is given each answer as the transaction begins
 */
export const askingFirst = (
  client: Client,
  statement: InStatement,
  hear: (answer: Promise<ResultSet>) => void
): Client =>
  withTransactions(client, async () => {
    const transaction = await client.transaction('write');
    const answer = transaction.execute(statement);
    // Where it fails, so does the transaction's work.
    answer.catch(() => undefined);
    hear(answer);
    return transaction;
  });

/** A client whose transactions only read, and hold nobody up; at their end nothing is written that could fail. */
export const onlyReading = (client: Client): Client =>
  withTransactions(client, async () => {
    const transaction = await client.transaction('read');
    const end = (): Promise<void> => Promise.resolve(transaction.close());
    return new Proxy(transaction, {
      get: (target, key) => (key === 'commit' || key === 'rollback' ? end : boundTo(target, key))
    });
  });

function withTransactions(client: Client, transaction: () => Promise<Transaction>): Client {
  return new Proxy(client, {
    get: (target, key) => (key === 'transaction' ? transaction : boundTo(target, key))
  });
}

/** A member of an object, its methods bound to it: private fields are not to be had through a proxy. */
function boundTo(target: object, key: string | symbol): unknown {
  const value: unknown = Reflect.get(target, key, target);
  return typeof value === 'function' ? (value.bind(target) as unknown) : value;
}

function pipelinedTransaction(transaction: Transaction): Transaction {
  let waiting: Asked[] = [];
  const send = async () => {
    const trip = waiting;
    waiting = [];
    try {
      const results = await transaction.batch(trip.map(({ statement }) => statement));
      for (const [i, { answer, fail }] of trip.entries()) {
        const result = results[i];
        if (result) answer(result);
        else fail(new Error('the server gave no answer to a statement'));
      }
    } catch (error) {
      for (const { fail } of trip) fail(error);
    }
  };
  const execute = (statement: InStatement): Promise<ResultSet> =>
    new Promise((answer, fail) => {
      waiting.push({ statement, answer, fail });
      // After everybody who can go on now has asked.
      if (waiting.length === 1) process.nextTick(() => heard(send(), 'a trip to the server broke'));
    });
  return new Proxy(transaction, {
    get: (target, key) => (key === 'execute' ? execute : boundTo(target, key))
  });
}
