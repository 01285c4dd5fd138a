// What the bench says when something is refused, asked about, taken back or pointed at: loaded once it stands.
export { entryTitle } from '$lib/words/entries';
export { refusalText } from '$lib/words/messages';
export { pointedWords } from '$lib/words/pointed';
