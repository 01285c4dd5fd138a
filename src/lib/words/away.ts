/** Said where nothing was answered: what was typed stays, and the press may be made again. */
export const AWAY =
  'The server is away: no answer came. What you typed is still here. Press again when it is back.';

export const BROKEN =
  'Something broke on the way. It may not be in the book: what you typed is still here. Look, then press again.';

/** Said of what could be booked without the server: nothing is to be done about it. */
export const KEPT = 'Kept on this device: it is sent as soon as the server is back.';
