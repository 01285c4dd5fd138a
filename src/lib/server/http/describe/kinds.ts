import type { Intent } from '$core/book';

/** What an entry of each kind books: from where to where, and what becomes of the rest. */
export const KIND_WORDS: Readonly<Record<Intent['kind'], string>> = {
  intake:
    'An animal, or something of it, comes in: whole (`carcass`), as a lot of small game with a count, a part, or what was kept beside in a tub. Grams: `field:<animal>` → the item. The first intake of an animal asks for `facts` and gives it its code; later ones may not have them.',
  amend:
    'Facts said or taken back (null). No mass moves. Of two entries the newer that is not taken back counts.',
  reweigh:
    'Weighed again as it is. Lighter: the difference has evaporated (`loss:evaporation:<item>`). Heavier is refused as `heavier`: something came to it, or the first weight is to be set right by `correct`.',
  skin: 'The whole animal at a later stage. What it has lost since the last weighing goes to `loss:dressing:<item>`; of that `hide`, where it was weighed, goes to the hide tub.',
  cut: 'A part or a piece comes off. Grams: `from` → the new item, in the class of the tub it is placed in, or `-` where it goes to no tub; a part stays `-`. More than is left is refused as `overdrawn`; what stays on the source is what it had less this.',
  split:
    'A piece or pack between several uses. The readings of the children are taken from it in order; the last may come without one and gets all that is left. Readings that come to more are refused as `parts-differ`.',
  divide:
    'A part or piece becomes several cuts with names of their own, each on the scale, the bone beside. Where the last child has no reading it gets all that is left and a part is closed; otherwise the rest stays where it was.',
  trim: 'Silver, fat and scraps off a piece that is off. By `reading`, what it weighs now: the difference goes where `went` says, the last entry without grams takes the rest, and the piece is trimmed. By `off`, what came off: it may be trimmed further.',
  tub: 'A whole tub on the scale. Heavier than what lies in it: the difference came from `from`, else the one open part, else the carcass. Lighter: the difference is lost as `lost` (drip unless said), loose grams first, then the pieces by their weight.',
  place:
    'Another place for a piece, a pack or a part, or its side set right. Into another tub its grams take that tub’s letter; otherwise none moves.',
  open: 'A part is opened on the table, a piece laid on the board, or what was closed is opened again. No mass moves.',
  close:
    'What lies open is done. `bone` goes where `boneTo` says; all else that is left is not accounted for (`loss:unaccounted:<item>`), below zero where more came off than was there. Of a piece on the board nothing is lost: what is left stays it, trimmed, or goes where `rest` says.',
  discard: 'Thrown away, with its reason. Grams: `from` → `loss:<reason>:<item>`.',
  hold: 'An animal or a pool is held back: nothing of it leaves, goes to stock or to pets until the hold is lifted. No mass moves.',
  lift: 'Ends a hold, by the id of the entry that began it. No mass moves.',
  condemn:
    'All that is left of an animal or a pool goes to `loss:condemned:<item>`. Whoever received some of it is listed by /recall.',
  sample: 'A little meat for a test. Grams: `from` → `sample:<lab>:<item>`.',
  give: 'Leaves the house for good, with the class it has. Grams: the item → `given:<party>:<item>`; all of it, or what was weighed.',
  send: 'Sent to another house, to come back as packs. Grams: the item → `with:<party>:<item>`.',
  return:
    'Packs that came back. Own grams: `with:` or `given:` → the packs; `bought` grams from `store:<party>:<item>`. Unless `more` is to come, what is not back is lost as not returned.',
  tick: 'A step that asks for no weight: done, skipped, or glands knowingly left in. No mass moves.',
  school: 'Goes on by another order of work; what is off stays off. No mass moves.',
  gouge: 'A muscle was hit by the knife, at a step. No mass moves.',
  claim: 'Somebody takes a part to their place, or lays it down. No mass moves.',
  note: 'Words or a photograph beside an animal, an item or an entry. No mass moves.',
  chill:
    'Something done while it cools: opened, hide off, hung, quartered, moved … and where it was taken. No mass moves.',
  buy: 'Something that was never an animal of the larder. Grams: `store:<lot>` → the lot.',
  batch:
    'A batch out of pieces, tubs, packs and store lots. Each input gives what was weighed, or all it has. Less on the scale than went in stays in `leftIn`, else it is not accounted for; more is refused.',
  dry: 'A batch weighed as it dries: what is gone is water.',
  cook: 'A batch weighed after it was cooked, smoked or rendered: what is gone has cooked away.',
  pack: 'Packs out of a piece, a tub or a batch. The last may come without a reading and gets all that is left.',
  unpack: 'A pack is opened: all of it is a piece again.',
  thaw: 'A pack has thawed: it is marked for ever; less on the scale has dripped.',
  eat: 'Eaten at home: all of it, or what was weighed, to `eaten:<item>`; drip and bone in it are lost.',
  core: 'The middle of a batch, a piece or a pack, read by a probe while it cooks or cools, °C. No mass moves.',
  seal: 'The seal of a pack was looked at: it holds, or it leaked and was made anew. No mass moves.',
  correct:
    'Sets the reading of an entry right. The difference goes the way its grams went; where that cannot be it is refused as `not-correctable`.',
  void: 'Takes an entry back: its postings with the other sign. What stands on it must be named in `chain`, else it is refused as `stands-on` with that chain.'
};
