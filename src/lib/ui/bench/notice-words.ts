// What the bench says when something is refused, asked about or taken back: loaded once it stands.
export { entryTitle } from '$lib/words/entries';
export { refusalText } from '$lib/words/messages';
