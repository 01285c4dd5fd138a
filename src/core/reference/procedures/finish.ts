import { attend, type Procedure } from './step';

/** S3: a strap or fillet made ready on the board. */
export const FINISH_STRAP: Procedure = {
  key: 'S3',
  name: 'Strap, fillet',
  why: 'Cut across the grain only after the silver is off: it shrinks in the pan and curls the slice.',
  groups: ['deer', 'boar', 'rabbit'],
  pieces: ['strap', 'tenderloin'],
  steps: [
    attend(
      'do',
      'silver',
      'Silver off',
      'Free a tab, hold it taut, slide the edge along tilted up to the silver, off in one strip. Of a fillet, fat and chain.',
      { kit: ['boningKnife'], cautions: ['knife'] }
    ),
    attend('do', 'ends', 'Ends', 'Where it tapers it is too thin for even slices: strips or stew.', {
      kit: ['slicingKnife'],
      cautions: ['knife']
    }),
    attend(
      'do',
      'portion',
      'Whole, halves or slices',
      'Whole to decide later, halves to roast, or slices of one thickness; opened and tied round a filling, as mince to cook.',
      { kit: ['slicingKnife', 'string'], cautions: ['knife'] }
    )
  ]
};

/** S4: flank, ribs, neck, brisket made ready on the board. */
export const FINISH_THIN: Procedure = {
  key: 'S4',
  name: 'Flank, ribs, neck, brisket',
  why: 'Thin or layered meat: what it becomes decides how much of it is worth the knife.',
  groups: ['deer', 'boar'],
  pieces: ['flankWhole', 'flankSteak', 'flankFlap', 'ribMeat', 'neckRoast', 'brisket', 'belly'],
  steps: [
    attend(
      'do',
      'membrane',
      'Edge and membranes off',
      'The dry edge away, the skin of each sheet pulled rather than cut.',
      {
        kit: ['boningKnife', 'meatHook'],
        cautions: ['knife']
      }
    ),
    attend(
      'do',
      'across',
      'Across the grain',
      'Flank in strips across its long grain: quick in a pan, or dried. Neck rolled and tied, or diced; brisket braised or ground.',
      { kit: ['slicingKnife', 'string'], cautions: ['knife'] }
    )
  ]
};
