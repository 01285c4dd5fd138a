import type { Step } from './step';

/** Small game or birds of a lot, all together on the scale. */
export const HANGING_LOT: Step = {
  key: 'hanging',
  title: 'Dressed weight',
  doing: 'All together, skinned and drawn: the weight that yields are quoted against.',
  cautions: [],
  takes: [],
  weighs: 'hanging',
  kit: ['scale']
};
