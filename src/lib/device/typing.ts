/** Whether what is pressed there is written into something. */
export function isTyping(target: EventTarget | null): boolean {
  if (target instanceof HTMLInputElement) return !/^(checkbox|radio|button|submit|file)$/.test(target.type);
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName))
  );
}
