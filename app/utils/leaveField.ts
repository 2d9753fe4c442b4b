/**
 * Leaves the field that is being typed in: what counts only once its field is left counts now.
 * @param within only a field in there
 * @returns the field, for going back to it; null when nothing was being typed
 */
export function leaveField(within: Element | null = document.documentElement): HTMLInputElement | null {
  const field = document.activeElement;
  if (!(field instanceof HTMLInputElement) || !within?.contains(field)) return null;
  field.blur();
  return field;
}
