/** Whether a key that was pressed goes into a field or a text, and so means what it types. */
export function isTyping({ target }: Event): boolean {
  const element = target instanceof HTMLElement ? target : null;
  return Boolean(element?.closest('input, textarea, select, [contenteditable="true"]'));
}
