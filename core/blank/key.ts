/** Two blanks with the same key are one question. Case, spaces and composition of letters do not tell blanks apart. */
export function blankKey(label: string): string {
  return label.normalize('NFC').replace(/\s+/g, ' ').trim().toLowerCase();
}
