/** Leaves the field that is being typed in: what counts only once its field is left counts now. */
export function leaveField(): void {
  if (document.activeElement instanceof HTMLInputElement) document.activeElement.blur();
}
