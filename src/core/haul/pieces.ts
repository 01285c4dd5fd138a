import { under } from '$core/units';
import { PART_NAMES } from '$core/reference';
import { expectAnimal, type YieldFacts } from '$core/yield';
import type { HaulPiece } from './pack';

/**
 * What is carried of an animal that is quartered where it fell, with expected kilograms: legs and shoulders on the bone,
 * straps, neck, the trunk's meat, fillets; the bare frame stays. By shares of its hanging weight.
 */
export function quartersOf(facts: YieldFacts, hangingKg: number): HaulPiece[] {
  const { parts } = expectAnimal(facts);
  return parts.flatMap((part): HaulPiece[] => {
    if (part.bone === 1 || part.key === 'fat') return [];
    const kg = part.taken.mean * hangingKg;
    const name = under(PART_NAMES, part.key) ?? part.key;
    if (!part.paired) return [{ key: part.key, name, kg }];
    // Small pairs go in one bag.
    if (kg < 6 && part.bone === 0) return [{ key: part.key, name: `${name}, both`, kg }];
    return (['left', 'right'] as const).map((side) => ({
      key: `${part.key}-${side}`,
      name: `${name}, ${side}`,
      kg: kg / 2
    }));
  });
}
