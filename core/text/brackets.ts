/** How long the label of a blank may be, in signs. */
export const LABEL_LENGTH = 60;

/**
 * A blank as it reads in plain text, `[label]`, as the source of a regular expression whose one group is the label. In a
 * label stand no brackets and no line ends; more than {@link LABEL_LENGTH} signs in brackets are a remark.
 */
export const BRACKETED = String.raw`\[([^\][\n]{1,${LABEL_LENGTH}})\]`;

/** A blank in plain text as {@link BRACKETED}, without a group: for patterns that have others, and for splitting. */
export const BRACKETED_WHOLE = BRACKETED.replace(/[()]/g, '');
