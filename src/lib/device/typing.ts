/** Whether what is pressed there is written into something. */
export function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    target.matches(
      'input:not([type=checkbox],[type=radio],[type=button],[type=submit],[type=file]),textarea,select'
    )
  );
}
