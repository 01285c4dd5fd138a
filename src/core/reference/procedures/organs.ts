import type { Step } from './step';

/** What is kept of the inside, weighed beside the hanging weight. */
export const ORGANS: Step = {
  key: 'organs',
  title: 'Heart, liver, kidneys, tongue',
  doing: 'If sound and wanted: a bag each, together on the scale.',
  look: 'Clean cut, own bag, into the cold first.',
  cautions: ['hev', 'anthrax'],
  takes: [],
  beside: 'offal',
  kit: ['cloths', 'scale']
};
