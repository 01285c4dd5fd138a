import { PRACTICE_CASES } from './cases';
import { practise } from './run';

const days = (value: number): string => (Number.isFinite(value) ? value.toFixed(1) : '–');

/** Prints the table of ways of work with the program's own figures beside what practice expects. */
export function printPractice(): void {
  const rows = PRACTICE_CASES.map((of) => {
    const { hours, opens, closes, warnings, faults } = practise(of);
    const range = (r: readonly [number, number] | 'never' | undefined) =>
      r === undefined ? '–' : r === 'never' ? 'never' : `${r[0]}–${r[1]}`;
    return {
      '#': of.id,
      way: `${of.kg} kg ${of.title}`.slice(0, 64),
      'h to cold': hours === Infinity ? 'never' : hours.toFixed(1),
      expected: range(of.hours),
      'opens d': days(opens),
      'expected ': range(of.opens),
      'closes d': days(closes),
      'expected  ': range(of.closes),
      [`heard`]: warnings.join(' ') || 'silent',
      '': faults.length === 0 ? 'as practice' : faults.join('; ')
    };
  });
  console.table(rows);
  const met = rows.filter((row) => row[''] === 'as practice').length;
  console.log(`${met} of ${rows.length} as practice has them`);
}
