import { isBoundary, outRef } from '$core/book';
import { sumGrams, under, type Grams } from '$core/units';

/* Events of visibility as EPCIS 2.0 has them (GS1 EPCIS 2.0.0, JSON-LD; words of CBV 2.0), out of what the book has moved. */

/** Grams that an entry took from one account to another. */
export interface EventFlow {
  from: string;
  to: string;
  grams: Grams;
}

/** An entry with what it moved. */
export interface Moving {
  /** Id of the entry. */
  id: string;
  /** ms. */
  at: number;
  /** Kind of the entry. */
  kind: string;
  flows: readonly EventFlow[];
  /** The batch that it makes. */
  batch?: string | undefined;
  /** What was read while it was done, °C. */
  read?: readonly { what: string; celsius: number }[] | undefined;
}

interface Quantity {
  epcClass: string;
  quantity: number;
  uom: 'KGM';
}
interface Party {
  type: 'owning_party' | 'possessing_party';
  source?: string;
  destination?: string;
}
export interface EpcisEvent {
  type: 'ObjectEvent' | 'TransformationEvent';
  eventID: string;
  eventTime: string;
  eventTimeZoneOffset: string;
  bizStep: string;
  readPoint: { id: string };
  action?: 'ADD' | 'OBSERVE' | 'DELETE';
  quantityList?: Quantity[];
  inputQuantityList?: Quantity[];
  outputQuantityList?: Quantity[];
  transformationID?: string;
  sourceList?: Party[];
  destinationList?: Party[];
  sensorElementList?: {
    sensorReport: { type: 'Temperature'; value: number; uom: 'CEL'; 'yonder:where': string }[];
  }[];
  'yonder:kind': string;
}

/** What becomes of what leaves the house's own accounts, by the word before the colon. */
const LEAVING: Readonly<Record<string, { bizStep: string; action: 'OBSERVE' | 'DELETE' }>> = {
  given: { bizStep: 'shipping', action: 'OBSERVE' },
  with: { bizStep: 'shipping', action: 'OBSERVE' },
  sample: { bizStep: 'sampling', action: 'OBSERVE' },
  eaten: { bizStep: 'decommissioning', action: 'DELETE' },
  loss: { bizStep: 'destroying', action: 'DELETE' }
};
/** Where what comes in comes from. */
const COMING: Readonly<Record<string, string>> = {
  field: 'commissioning',
  store: 'receiving',
  with: 'receiving',
  given: 'receiving'
};
const wordOf = (account: string): string | undefined =>
  isBoundary(account) ? account.slice(0, account.indexOf(':')) : undefined;

/**
 * An entry as one event; nothing where it moved no grams.
 * @param base  address of the larder, without a slash at its end: its items are named under it
 * @param offset  of the larder's zone at that moment, `+01:00`
 */
export function epcisEvent(entry: Moving, base: string, offset: string): EpcisEvent | undefined {
  const { id, at, kind, flows, batch, read } = entry;
  const name = (item: string) => `${base}/item/${encodeURIComponent(item)}`;
  const quantities = (side: 'from' | 'to'): Quantity[] => {
    const own = flows.filter((f) => wordOf(f[side]) === undefined);
    return [...new Set(own.map((f) => f[side]))].map((item) => ({
      epcClass: name(item),
      quantity: sumGrams(own.filter((f) => f[side] === item).map((f) => f.grams)) / 1000,
      uom: 'KGM'
    }));
  };
  const [inputs, outputs] = [quantities('from'), quantities('to')];
  if (inputs.length === 0 && outputs.length === 0) return undefined;
  const common = {
    eventID: `urn:uuid:${id}`,
    eventTime: new Date(at).toISOString(),
    eventTimeZoneOffset: offset,
    readPoint: { id: `${base}/larder` },
    'yonder:kind': kind
  };
  const sensors = read?.length
    ? {
        sensorElementList: [
          {
            sensorReport: read.map(({ what, celsius }) => ({
              type: 'Temperature' as const,
              value: celsius,
              uom: 'CEL' as const,
              'yonder:where': what
            }))
          }
        ]
      }
    : {};
  if (inputs.length > 0 && outputs.length > 0)
    return {
      type: 'TransformationEvent',
      ...common,
      bizStep: kind === 'pack' ? 'packing' : kind === 'unpack' ? 'unpacking' : 'creating_class_instance',
      inputQuantityList: inputs,
      outputQuantityList: outputs,
      ...(batch ? { transformationID: name(batch) } : {}),
      ...sensors
    };
  const side = inputs.length > 0 ? 'to' : 'from';
  const party = flows
    .flatMap((f) => outRef(f[side]) ?? [])
    .find(({ kind: how }) => how === 'given' || how === 'with')?.party;
  const who = party && `${base}/party/${encodeURIComponent(party)}`;
  const word = flows.map((f) => wordOf(f[side])).find((w) => w !== undefined) ?? '';
  if (side === 'to') {
    const { bizStep, action } = under(LEAVING, word) ?? { bizStep: 'other', action: 'OBSERVE' as const };
    return {
      type: 'ObjectEvent',
      ...common,
      action,
      bizStep,
      quantityList: inputs,
      ...(who
        ? {
            destinationList: [
              { type: word === 'given' ? 'owning_party' : 'possessing_party', destination: who }
            ]
          }
        : {})
    };
  }
  return {
    type: 'ObjectEvent',
    ...common,
    action: 'ADD',
    bizStep: under(COMING, word) ?? 'other',
    quantityList: outputs,
    ...(who ? { sourceList: [{ type: 'possessing_party', source: who }] } : {})
  };
}

/** The head of a document, up to its list of events; they follow one by one with commas, and {@link EPCIS_FOOT} ends it. */
export const epcisHead = (base: string, now: number): string =>
  `${JSON.stringify({
    '@context': ['https://ref.gs1.org/standards/epcis/2.0.0/epcis-context.jsonld', { yonder: `${base}/ns/` }],
    type: 'EPCISDocument',
    schemaVersion: '2.0',
    creationDate: new Date(now).toISOString()
  }).slice(0, -1)},"epcisBody":{"eventList":[`;
/** What ends a document. */
export const EPCIS_FOOT = ']}}';
