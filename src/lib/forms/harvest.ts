import { under } from '$core/units';
import type { Facts, FactsPatch } from '$core/book';
import type { GateKey, ProofState } from '$core/reference';

/** The harvest as it is written down afterwards: text as typed. Lengths in centimetres. */
export interface HarvestForm {
  by: string;
  number: string;
  findings: string;
  proof: ProofState | '';
  left: string;
  right: string;
  spread: string;
  horn: string;
  takenBy: string;
  gate: Partial<Record<GateKey, boolean>>;
}

export function harvestFormOf(facts: Facts): HarvestForm {
  const cm = (mm: number | null | undefined) => (mm === null || mm === undefined ? '' : String(mm / 10));
  return {
    by: facts.exam?.by ?? '',
    number: facts.exam?.number ?? '',
    findings: facts.exam?.findings ?? '',
    proof: facts.proofOfSex ?? '',
    left: facts.pointsLeft?.toString() ?? '',
    right: facts.pointsRight?.toString() ?? '',
    spread: cm(facts.spread),
    horn: cm(facts.horn),
    takenBy: facts.takenBy ?? '',
    gate: { ...facts.gate }
  };
}

export type HarvestFaults = Partial<Record<keyof HarvestForm, string>>;

/**
 * What the form changes in an animal's facts, or what is wrong with it by field. Empty fields are taken back (null).
 * An examination keeps its hour as long as nothing of it changes.
 */
export function harvestPatch(
  form: HarvestForm,
  facts: Facts,
  now: number
): { ok: true; patch: FactsPatch } | { ok: false; faults: HarvestFaults } {
  const faults: HarvestFaults = {};
  const points = (key: 'left' | 'right'): number | null => {
    const text = form[key].trim();
    if (text === '') return null;
    if (!/^\d{1,2}$/.test(text) || Number(text) > 40) faults[key] = 'a whole number, at most 40';
    return Number(text);
  };
  const length = (key: 'spread' | 'horn', most: number): number | null => {
    const text = form[key].trim().replace(',', '.');
    if (text === '') return null;
    const mm = Math.round(Number(text) * 10);
    if (!(mm >= 0 && mm <= most)) faults[key] = `centimetres, at most ${most / 10}`;
    return mm;
  };
  const exam =
    form.by.trim() === ''
      ? null
      : {
          by: form.by.trim(),
          number: form.number.trim() || null,
          findings: form.findings.trim() || null
        };
  if (!exam && (form.number.trim() !== '' || form.findings.trim() !== '')) faults.by = 'say who examined it';
  const was = facts.exam;
  const same =
    exam &&
    was &&
    was.by === exam.by &&
    (was.number ?? null) === exam.number &&
    (was.findings ?? null) === exam.findings;
  const next: FactsPatch = {
    takenBy: form.takenBy.trim() || null,
    proofOfSex: form.proof || null,
    pointsLeft: points('left'),
    pointsRight: points('right'),
    spread: length('spread', 3000),
    horn: length('horn', 2000),
    ...(Object.keys(form.gate).length > 0 ? { gate: form.gate } : {}),
    exam: exam && { ...exam, at: same ? was.at : now }
  };
  if (Object.keys(faults).length > 0) return { ok: false, faults };
  const before = facts as Record<string, unknown>;
  const said = (value: unknown) => JSON.stringify(sorted(value));
  const patch = Object.fromEntries(
    Object.entries(next).filter(([key, value]) => said(under(before, key)) !== said(value))
  ) as FactsPatch;
  return { ok: true, patch };
}

/** Keys in order and nothing that says nothing, so that two of a kind are alike. */
function sorted(value: unknown): unknown {
  if (value === null || typeof value !== 'object') return value ?? null;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => v !== null && v !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1))
  );
}
