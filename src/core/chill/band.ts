import { FILM_SD, HIDE_SD, SIZE_SD } from '$core/reference';
import { normal, quantile, type Uniform } from '$core/statistics';
import { type Celsius } from '$core/units';
import { scaled } from './body';
import { cool, outcomeOf, type CoolInput } from './cool';

/** How sure the curves are: film, hide and size drawn from their spread, the rest as it is. */
export interface Band {
  at: Float64Array;
  /** 10 % and 90 % of the draws at each point, °C. */
  core: { low: Float64Array; high: Float64Array };
  surface: { low: Float64Array; high: Float64Array };
  /** Hours to the target at 10 % and 90 %; +∞ where the record never gets there. */
  hours: [low: number, high: number];
  draws: number;
}

/** One draw of film, hide and size: log-normal factors on the first two, lengths by a few per cent. */
export function drawn(input: CoolInput, uniform: Uniform): CoolInput {
  const { filmFactor = 1, hideFactor = 1, filmSd = FILM_SD, hideSd = HIDE_SD, coverCorr = 0 } = input;
  const film = normal(uniform);
  const hide = coverCorr * film + Math.sqrt(Math.max(0, 1 - coverCorr ** 2)) * normal(uniform);
  return {
    ...input,
    filmFactor: filmFactor * Math.exp(filmSd * film),
    hideFactor: hideFactor * Math.exp(hideSd * hide),
    body: scaled(input.body, Math.exp(SIZE_SD * normal(uniform)))
  };
}

/** Collects draws, so that a worker may stop between two of them. */
export class BandOf {
  readonly #core: Float64Array[] = [];
  readonly #surface: Float64Array[] = [];
  readonly #hours: number[] = [];
  #at: Float64Array = new Float64Array();

  constructor(
    private readonly input: CoolInput,
    private readonly target: Celsius,
    private readonly uniform: Uniform
  ) {}

  /** One more draw. */
  draw(): void {
    const curves = cool(drawn(this.input, this.uniform));
    this.#at = curves.at;
    this.#core.push(curves.core);
    this.#surface.push(curves.surface);
    this.#hours.push(outcomeOf(curves, this.target).hoursToTarget);
  }

  /** The band of the draws so far. @throws RangeError before the first */
  band(): Band {
    const n = this.#core.length;
    if (n === 0) throw new RangeError('no draw yet');
    const column = new Float64Array(n);
    const over = (rows: Float64Array[]) => {
      const low = new Float64Array(this.#at.length);
      const high = new Float64Array(this.#at.length);
      for (let i = 0; i < this.#at.length; i += 1) {
        for (let d = 0; d < n; d += 1) column[d] = (rows[d] as Float64Array)[i] as number;
        column.sort();
        low[i] = quantile(column, 0.1);
        high[i] = quantile(column, 0.9);
      }
      return { low, high };
    };
    const hours = Float64Array.from(this.#hours).sort();
    return {
      at: this.#at,
      core: over(this.#core),
      surface: over(this.#surface),
      hours: [quantile(hours, 0.1), quantile(hours, 0.9)],
      draws: n
    };
  }
}

/** The band of a number of draws at once. */
export function bandOf(input: CoolInput, target: Celsius, uniform: Uniform, draws = 300): Band {
  const band = new BandOf(input, target, uniform);
  for (let i = 0; i < draws; i += 1) band.draw();
  return band.band();
}
