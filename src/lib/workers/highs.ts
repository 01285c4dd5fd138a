import type { Highs } from 'highs';
import type { Found, Model, Solver } from '$core/plan';

/** A gap below this share of the objective, or this many kg, is proven enough: half of what is shown. */
const RELATIVE = 0.0025;
const ABSOLUTE = 0.005;

/** The HiGHS solver (branch and cut over a dual simplex; Huangfu and Hall 2018) as the plan asks for one. */
export const highsSolver =
  (highs: Highs): Solver =>
  (model: Model, start, seconds): Found =>
    highs.withModel(
      {
        numCols: model.cost.length,
        numRows: model.rowLower.length,
        colCost: model.cost,
        colLower: model.lower,
        colUpper: model.upper,
        rowLower: model.rowLower,
        rowUpper: model.rowUpper,
        integrality: Int32Array.from(model.whole),
        matrix: {
          format: 'csc',
          numRows: model.rowLower.length,
          numCols: model.cost.length,
          starts: model.starts,
          indices: model.rows,
          values: model.values
        }
      },
      (solver) => {
        solver.options.set({
          output_flag: false,
          mip_rel_gap: RELATIVE,
          mip_abs_gap: ABSOLUTE,
          time_limit: seconds
        });
        solver.setSolution({ colValue: start });
        solver.run();
        const { modelStatus } = highs.constants;
        const status = solver.getModelStatus();
        const bound = Number(solver.info.get('mip_dual_bound'));
        const columns = solver.getSolution().colValue;
        return {
          bound: Number.isFinite(bound) ? bound : -Infinity,
          proven: status === modelStatus.optimal,
          ...(columns.length === model.cost.length ? { columns } : {})
        };
      }
    );
