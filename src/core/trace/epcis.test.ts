import Ajv from 'ajv';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { grams, zoneOffset } from '$core/units';
import { EPCIS_FOOT, epcisEvent, epcisHead, staysOf, type Moving } from '.';
import schema from './epcis-2.0.schema.json';

const valid = new Ajv({ strict: false, allErrors: true }).compile(schema);
const BASE = 'http://larder.example';
const T = Date.UTC(2026, 10, 28, 9);
const ID = '0193726e-4c00-7000-8000-0000000000a1';
const entry = (kind: string, flows: [string, string, number][], more: Partial<Moving> = {}): Moving => ({
  id: ID,
  at: T,
  kind,
  flows: flows.map(([from, to, g]) => ({ from, to, grams: grams(g) })),
  ...more
});
const documentOf = (events: readonly unknown[]): unknown =>
  JSON.parse(`${epcisHead(BASE, T)}${events.map((e) => JSON.stringify(e)).join(',')}${EPCIS_FOOT}`);
const check = (events: readonly unknown[]) => {
  const ok = valid(documentOf(events));
  expect(valid.errors ?? []).toEqual([]);
  expect(ok).toBe(true);
};

describe('events of visibility', () => {
  it.each([
    [
      'an animal that comes in',
      entry('intake', [['field:a', 'a', 24_000]]),
      'ObjectEvent',
      'commissioning',
      'ADD'
    ],
    ['a lot that was bought', entry('buy', [['store:x', 'x', 5_000]]), 'ObjectEvent', 'receiving', 'ADD'],
    [
      'a cut',
      entry('cut', [
        ['a', 'p', 900],
        ['a', 'loss:silver:p', 40]
      ]),
      'TransformationEvent',
      'creating_class_instance',
      undefined
    ],
    ['a pack', entry('pack', [['b', 'k', 500]]), 'TransformationEvent', 'packing', undefined],
    ['what is given', entry('give', [['k', 'given:Ilo:k', 500]]), 'ObjectEvent', 'shipping', 'OBSERVE'],
    [
      'what is eaten',
      entry('eat', [
        ['k', 'eaten:k', 480],
        ['k', 'loss:drip:k', 20]
      ]),
      'ObjectEvent',
      'decommissioning',
      'DELETE'
    ],
    [
      'what is thrown away',
      entry('discard', [['k', 'loss:other:k', 500]]),
      'ObjectEvent',
      'destroying',
      'DELETE'
    ]
  ] as const)('%s is one', (_, moving, type, bizStep, action) => {
    const event = epcisEvent(moving, BASE, '+01:00');
    expect(event).toMatchObject({ type, bizStep, eventTimeZoneOffset: '+01:00' });
    expect(event?.action).toBe(action);
    check([event]);
  });
  it('keeps kilograms, the batch and what was read, and names who has it', () => {
    const batch = entry(
      'batch',
      [
        ['a', 'b', 3_000],
        ['c', 'b', 1_250],
        ['c', 'loss:unaccounted:b', 50]
      ],
      {
        batch: 'b',
        read: [{ what: 'mince', celsius: 1.8 }]
      }
    );
    const event = epcisEvent(batch, BASE, '+01:00');
    expect(event?.inputQuantityList?.map((q) => q.quantity)).toEqual([3, 1.3]);
    expect(event?.outputQuantityList).toEqual([{ epcClass: `${BASE}/item/b`, quantity: 4.25, uom: 'KGM' }]);
    expect(event?.transformationID).toBe(`${BASE}/item/b`);
    expect(event?.sensorElementList?.[0]?.sensorReport[0]).toMatchObject({ value: 1.8, uom: 'CEL' });
    check([event]);
    const gone = epcisEvent(entry('send', [['k', 'with:Tarn smokehouse:k', 500]]), BASE, '+01:00');
    expect(gone?.destinationList).toEqual([
      { type: 'possessing_party', destination: `${BASE}/party/Tarn%20smokehouse` }
    ]);
    check([gone]);
  });
  it('is none where nothing of the larder moved', () => {
    expect(epcisEvent(entry('note', []), BASE, '+00:00')).toBeUndefined();
  });
  it('holds every gram that an entry moved out of and into its accounts, whatever it is, by the schema', () => {
    const account = fc.constantFrom(
      'a',
      'b',
      'tub:grind:a',
      'field:a',
      'store:x',
      'given:Ilo:k',
      'eaten:k',
      'loss:drip:k'
    );
    const flow = fc.tuple(account, account, fc.integer({ min: 1, max: 100_000 }));
    fc.assert(
      fc.property(fc.array(flow, { minLength: 1, maxLength: 8 }), (flows) => {
        const event = epcisEvent(entry('cut', flows), BASE, '-09:30');
        const own = (side: 0 | 1) =>
          flows
            .filter((f) => !/^(field|store|given|eaten|loss):/.test(f[side]))
            .reduce((n, f) => n + f[2], 0);
        const sum = (list: readonly { quantity: number }[] = []) =>
          Math.round(list.reduce((n, q) => n + q.quantity * 1000, 0));
        if (!event) {
          expect(own(0) + own(1)).toBe(0);
          return;
        }
        check([event]);
        if (event.type === 'TransformationEvent') {
          expect(sum(event.inputQuantityList)).toBe(own(0));
          expect(sum(event.outputQuantityList)).toBe(own(1));
        } else expect(sum(event.quantityList)).toBe(own(0) + own(1));
      })
    );
  });
  it('and the schema takes no document that is none', () => {
    const event = epcisEvent(entry('pack', [['b', 'k', 500]]), BASE, '+01:00');
    for (const broken of [
      { ...event, eventTimeZoneOffset: 'CET' },
      { ...event, bizStep: 'wrapping' },
      { ...event, outputQuantityList: undefined },
      { ...event, colour: 'red' },
      { ...event, inputQuantityList: [{ epcClass: 'no uri', quantity: 1 }] }
    ])
      expect(valid(documentOf([JSON.parse(JSON.stringify(broken))]))).toBe(false);
  });
  it('tells the time of its zone, in summer and in winter', () => {
    expect(zoneOffset(T, 'Europe/Oslo')).toBe('+01:00');
    expect(zoneOffset(Date.UTC(2026, 6, 1), 'Europe/Oslo')).toBe('+02:00');
    expect(zoneOffset(T, 'UTC')).toBe('+00:00');
    expect(zoneOffset(T, 'Asia/Kolkata')).toBe('+05:30');
  });
});

describe('rooms that an animal hung in', () => {
  const moved = (at: number, to: string, item?: string) => ({ at, what: 'moved', to, item });
  it('follow each other until it was cut; a leg that was moved alone is none of them', () => {
    expect(
      staysOf(
        [moved(40, 'cold'), moved(10, 'shed'), moved(50, 'fridge', 'leg'), { at: 20, what: 'opened' }],
        90
      )
    ).toEqual([
      { room: 'shed', from: 10, to: 40 },
      { room: 'cold', from: 40, to: 90 }
    ]);
    expect(staysOf([moved(10, 'shed'), moved(95, 'cold')], 90)).toEqual([{ room: 'shed', from: 10, to: 90 }]);
    expect(staysOf([], 90)).toEqual([]);
  });
});
