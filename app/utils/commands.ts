/** Something that is done with a key of its own, wherever on its page the focus is. */
interface Command {
  /** As `aria-keyshortcuts` has it: modifiers and the letter on the key, with `+` between them. */
  key: string;
  /** Where it is done; nowhere means everywhere. */
  /** The figure of the key is the first of nine, each of which does it with another one. */
  digits?: true;
  place?: 'desk' | 'bench' | 'lookups' | 'text';
}

/** Everything that has a key of its own; what it does stands in the catalogue of words under its name. Buttons, hints, the list in the settings and the tests read it here. */
export const COMMANDS = {
  reply: { key: 'Alt+R', place: 'desk' },
  replyAll: { key: 'Alt+L', place: 'desk' },
  newMessage: { key: 'Alt+M', place: 'desk' },
  takeNearNote: { key: 'Alt+1', digits: true, place: 'desk' },
  putByName: { key: 'Alt+N', place: 'desk' },
  findNote: { key: 'Alt+J', place: 'desk' },
  send: { key: 'Alt+S', place: 'desk' },
  sendAnyway: { key: 'Alt+Shift+S', place: 'desk' },
  showFindings: { key: 'Alt+O', place: 'desk' },
  mendFirst: { key: 'Alt+H', place: 'desk' },
  nextSignature: { key: 'Alt+G', place: 'desk' },
  undoDone: { key: 'Alt+Z', place: 'desk' },
  keepWording: { key: 'Alt+K', place: 'desk' },
  improveNear: { key: 'Alt+I' },
  improveUsed: { key: 'Alt+U', place: 'desk' },
  keepNote: { key: 'Alt+K', place: 'bench' },
  makeFixed: { key: 'Alt+F', place: 'bench' },
  undoInLookup: { key: 'Control+Z', place: 'lookups' },
  formatBold: { key: 'Control+B', place: 'text' },
  formatItalic: { key: 'Control+I', place: 'text' },
  formatUnderline: { key: 'Control+U', place: 'text' },
  formatBullets: { key: 'Control+Shift+8', place: 'text' },
  formatNumbers: { key: 'Control+Shift+7', place: 'text' },
  formatLink: { key: 'Alt+Shift+L', place: 'text' },
  formatTable: { key: 'Alt+Shift+G', place: 'text' },
  formatPicture: { key: 'Alt+Shift+P', place: 'text' },
  formatCentre: { key: 'Alt+Shift+C', place: 'text' },
  formatPlain: { key: 'Alt+Shift+N', place: 'text' },
  nextPart: { key: 'F6' },
  partBefore: { key: 'Shift+F6' },
} as const satisfies Record<string, Command>;

/** The name of a command. */
export type CommandName = keyof typeof COMMANDS;

/** The key of a command, for `aria-keyshortcuts`. */
export const shortcutOf = (name: CommandName): string => COMMANDS[name].key;

/** The parts of a command's key, as keys are labelled, for showing. */
export const keyCaps = (name: CommandName): string[] =>
  COMMANDS[name].key.split('+').map((part) => (part === 'Control' ? 'Ctrl' : part));

/**
 * The key that was pressed, as `aria-keyshortcuts` has it; empty when it types something: AltGr makes signs, and an input
 * method is composing. A letter is the one on the key; where a layout has none there, the one in its place (UI Events, `code`).
 */
export function pressedKey(event: KeyboardEvent): string {
  if (event.isComposing || event.getModifierState('AltGraph')) return '';
  const sign = /^(?:Key([A-Z])|Digit([0-9]))$/.exec(event.code);
  const letter = /^[a-z]$/i.test(event.key) ? event.key.toUpperCase() : (sign?.[1] ?? sign?.[2]);
  const modifiers = [
    (event.ctrlKey || event.metaKey) && 'Control',
    event.altKey && 'Alt',
    event.shiftKey && 'Shift',
  ].filter(Boolean);
  return [...modifiers, letter ?? event.key].join('+');
}

/** Whether a key does a command; with figures, any of the nine. */
export const isKeyOf = (name: CommandName, pressed: string): boolean => {
  const { key, digits } = COMMANDS[name] as Command;
  return digits ? pressed.replace(/[1-9]$/, '1') === key : pressed === key;
};
