/** The package brings no types; what is used of it is written down where it is used. */
declare module 'pdfmake' {
  const pdfmake: unknown;
  export default pdfmake;
}
