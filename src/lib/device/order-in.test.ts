import { beforeEach, describe, expect, it, vi } from 'vitest';
import { PROCEDURES, orderFile } from '$core/reference';

const sent: { url: string; method: string; body: { key: string; name: string } }[] = [];
let answer: { ok: boolean; text?: string; body?: object } = { ok: true, body: {} };
vi.mock('./send', () => ({
  sendJson: async (url: string, method: string, body: never) => {
    sent.push({ url, method, body });
    return answer;
  }
}));
const { default: takeIn } = await import('./order-in');
const file = (text: string) => ({ text: async () => text }) as File;

describe('an order of work that somebody has sent', () => {
  beforeEach(() => {
    sent.length = 0;
    answer = { ok: true, body: {} };
  });

  it('is kept under a key of its own, whatever it was called there', async () => {
    const taken = await takeIn(file(orderFile(PROCEDURES['S2-three']!)));
    expect(taken).toMatchObject({ ok: true, key: expect.stringMatching(/^own-[a-z0-9]+$/) });
    expect(sent).toHaveLength(1);
    expect(sent[0]).toMatchObject({ method: 'PUT', body: { name: 'Three joints on the bone' } });
    expect(sent[0]?.url).toBe(`/api/v1/procedures/${sent[0]?.body.key}`);
    // That it is of the larder's own making is not for a file to say.
    expect(sent[0]?.body).not.toHaveProperty('own');
  });

  it('with faults is sent nowhere; the first few are said at their places', async () => {
    const spoilt = JSON.parse(orderFile(PROCEDURES.S1!)) as {
      procedure: { steps: { cautions: string[] }[] };
    };
    for (const step of spoilt.procedure.steps) step.cautions = ['dragons'];
    const taken = await takeIn(file(JSON.stringify(spoilt)));
    expect(taken.ok).toBe(false);
    if (!taken.ok) {
      expect(taken.faults).toHaveLength(6);
      expect(taken.faults[0]).toBe('steps.0.cautions.0: no such caution');
    }
    expect(sent).toEqual([]);
  });

  it('that the larder refuses, or that nobody answers for, is said so', async () => {
    answer = { ok: false, text: 'The server is away.' };
    expect(await takeIn(file(orderFile(PROCEDURES.Q1!)))).toEqual({
      ok: false,
      faults: ['The server is away.']
    });
  });
});
