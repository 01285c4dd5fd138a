import type { FactsPatch } from './facts';

/** Lays a patch over facts; fields set to null or undefined are taken back. */
export function mergeFacts<T extends object>(facts: T, patch: FactsPatch): T {
  const merged = { ...facts } as Record<string, unknown>;
  for (const [key, value] of Object.entries(patch)) {
    if (value === null || value === undefined || value === '') delete merged[key];
    else merged[key] = value;
  }
  return merged as T;
}
