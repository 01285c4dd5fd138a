/**
 * Minutes as one says them: whole minutes to 100, then hours, from two days on days.
 * @param minutes  from 0
 * @example minuteWords(95) // '95 min'
 * @example minuteWords(130) // '2 h 10'
 */
export function minuteWords(minutes: number): string {
  const total = Math.max(0, Math.round(minutes));
  if (total < 100) return `${total} min`;
  return total < 48 * 60
    ? `${Math.floor(total / 60)} h ${String(total % 60).padStart(2, '0')}`
    : `${Math.floor(total / 1440)} days`;
}
