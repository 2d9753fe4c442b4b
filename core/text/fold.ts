/** A text as names, labels and keys are compared: case, spaces and the composition of letters do not tell two apart. */
export function fold(text: string): string {
  return text.normalize('NFC').replace(/\s+/g, ' ').trim().toLowerCase();
}

/** A text as it is searched where accents are not always typed: {@link fold}, and accents do not count either. */
export function foldAccents(text: string): string {
  return fold(text.normalize('NFD').replace(/\p{M}/gu, ''));
}
