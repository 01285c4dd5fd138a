// What the bench asks before it books: loaded once it stands, as nothing is booked before.
export { doubtOf } from '$core/book';
