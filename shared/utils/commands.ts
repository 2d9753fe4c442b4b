import { phrase, type Phrase } from '#core/text/phrase';

/** Something that is done with a key of its own, wherever on its page the focus is. */
interface Command {
  /** As `aria-keyshortcuts` has it: modifiers and the letter on the key, with `+` between them. */
  key: string;
  /** Where it is done; nowhere means everywhere. */
  place?: 'desk' | 'bench' | 'library' | 'lookups' | 'text';
  /** The figure of the key is the first of nine, each of which does it with another one. */
  digits?: true;
  /** It means what the key means in every text, and is not changed. */
  fixed?: true;
}

/** Everything that has a key of its own; what it does stands in the catalogue of words under its name. Buttons, hints, the list in the settings and the tests read it here. */
export const COMMANDS = {
  nextMessage: { key: 'Alt+PageDown', place: 'desk' },
  messageBefore: { key: 'Alt+PageUp', place: 'desk' },
  searchMail: { key: 'Alt+Shift+J', place: 'desk' },
  reply: { key: 'Alt+R', place: 'desk' },
  replyAll: { key: 'Alt+L', place: 'desk' },
  passOn: { key: 'Alt+P', place: 'desk' },
  newMessage: { key: 'Alt+M', place: 'desk' },
  runRoutine: { key: 'Alt+Shift+1', digits: true, place: 'desk' },
  lookAgain: { key: 'Alt+C', place: 'desk' },
  takeOffer: { key: '1', digits: true, fixed: true, place: 'desk' },
  takeNearNote: { key: 'Alt+1', digits: true, place: 'desk' },
  putByName: { key: 'Alt+N', place: 'desk' },
  findNote: { key: 'Alt+J', place: 'desk' },
  previewNote: { key: 'Alt+Y', place: 'desk' },
  attachFile: { key: 'Alt+A', place: 'desk' },
  nextSignature: { key: 'Alt+G', place: 'desk' },
  askHands: { key: 'Alt+Shift+O', place: 'desk' },
  showArrival: { key: 'Alt+Q', place: 'desk' },
  showFindings: { key: 'Alt+O', place: 'desk' },
  mendFirst: { key: 'Alt+X', place: 'desk' },
  send: { key: 'Alt+Enter', place: 'desk' },
  sendAnyway: { key: 'Alt+Shift+Enter', place: 'desk' },
  undoDone: { key: 'Alt+Z', place: 'desk' },
  keepWording: { key: 'Alt+K', place: 'desk' },
  showFacts: { key: 'Alt+Shift+D', place: 'desk' },
  takeKnown: { key: 'Alt+Shift+I', place: 'desk' },
  keepSent: { key: 'Alt+Shift+K', place: 'desk' },
  improveNear: { key: 'Alt+I' },
  improveUsed: { key: 'Alt+U', place: 'desk' },
  newNote: { key: 'Alt+M', place: 'library' },
  keepNote: { key: 'Alt+K', place: 'bench' },
  makeFixed: { key: 'Alt+X', place: 'bench' },
  copyFilled: { key: 'Alt+C', place: 'bench' },
  copyPlain: { key: 'Alt+Y', place: 'bench' },
  copyLine: { key: 'Alt+L', place: 'bench' },
  closeBench: { key: 'Alt+Q', place: 'bench' },
  undoInLookup: { key: 'Control+Z', place: 'lookups', fixed: true },
  formatBold: { key: 'Control+B', place: 'text', fixed: true },
  formatItalic: { key: 'Control+I', place: 'text', fixed: true },
  formatUnderline: { key: 'Control+U', place: 'text', fixed: true },
  formatBullets: { key: 'Control+Shift+8', place: 'text', fixed: true },
  formatNumbers: { key: 'Control+Shift+7', place: 'text', fixed: true },
  formatLink: { key: 'Alt+Shift+L', place: 'text' },
  formatTable: { key: 'Alt+Shift+G', place: 'text' },
  formatPicture: { key: 'Alt+Shift+P', place: 'text' },
  formatCentre: { key: 'Alt+Shift+C', place: 'text' },
  formatPlain: { key: 'Alt+Shift+N', place: 'text' },
  nextPart: { key: 'Alt+W' },
  partBefore: { key: 'Alt+Shift+W' },
} as const satisfies Record<string, Command>;

/** The name of a command. */
export type CommandName = keyof typeof COMMANDS;

/** Every command, in the order it is listed in. */
export const COMMAND_NAMES = Object.keys(COMMANDS) as CommandName[];

/** A command with all that may be said of one. */
export const commandOf = (name: CommandName): Command => COMMANDS[name];

/** Keys of one's own, by the commands they do instead of the usual ones. */
export type OwnKeys = Partial<Record<CommandName, string>>;

/** The key of a command: one's own, or the usual one. */
export const keyOf = (name: CommandName, own: OwnKeys = {}): string =>
  commandOf(name).fixed ? COMMANDS[name].key : (own[name] ?? COMMANDS[name].key);

/**
 * Keys that belong to the browser or the system (common practice, from memory): what moves between pages, opens menus,
 * finds, saves or prints; Alt with the first letter of a menu of one browser or another; and what every text does with
 * Control. Control with Alt is a screen reader's, and types signs on many keyboards.
 */
const RESERVED = new RegExp(
  '^(?:' +
    [
      'Control\\+(?:Shift\\+)?[A-Z0-9]',
      'Control\\+(?:Shift\\+)?(?:Tab|F4|F5|PageUp|PageDown|Enter|Backspace|Delete|Home|End|Arrow.*|Insert|\\+|-|=)',
      'Control\\+Alt\\+.*',
      'Alt\\+[BDEFHSTV]',
      'Alt\\+(?:Shift\\+)?(?:Tab|Escape| |F4|ArrowLeft|ArrowRight|Home)',
      '(?:Shift\\+)?F(?:[1-9]|1[0-2])',
    ].join('|') +
    ')$',
);

/** Whether a key belongs to the browser, the system, a screen reader or every text. */
export const isReserved = (key: string): boolean => RESERVED.test(key);

/** Whether two commands can be meant by one key: a place of its own tells them apart. The bench stands in the library, and texts stand everywhere. */
function meet(one: CommandName, other: CommandName): boolean {
  const [a, b] = [commandOf(one).place, commandOf(other).place];
  if (!a || !b || a === b || a === 'text' || b === 'text') return true;
  return [a, b].sort().join() === 'bench,library';
}

/** What is wrong with a key for a command, beside the keys the others have; null when it can be had. */
export function keyProblem(name: CommandName, key: string, own: OwnKeys): Phrase | null {
  if (isReserved(key)) return phrase('keys.reserved');
  if (!/^(?:Alt|Control)\+/.test(key)) return phrase('keys.bare');
  const { digits } = commandOf(name);
  if (digits && !/\+1$/.test(key)) return phrase('keys.digits');
  const clash = COMMAND_NAMES.find((other) => {
    if (other === name || !meet(name, other)) return false;
    const theirs = keyOf(other, own);
    if (digits || commandOf(other).digits) return theirs.replace(/[1-9]$/, '1') === key.replace(/[1-9]$/, '1');
    return theirs === key;
  });
  return clash ? phrase('keys.taken', { command: phrase(`commands.${clash}`) }) : null;
}

/** What is read of the event of a key. */
interface Pressed {
  key: string;
  code: string;
  altKey: boolean;
  ctrlKey: boolean;
  metaKey: boolean;
  shiftKey: boolean;
  isComposing: boolean;
  getModifierState(name: string): boolean;
}

/**
 * The key that was pressed, as `aria-keyshortcuts` has it; empty when it types something: AltGr makes signs, and an input
 * method is composing. A letter is the one on the key; where a layout has none there, the one in its place (UI Events, `code`).
 */
export function pressedKey(event: Pressed): string {
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
export const isKeyOf = (name: CommandName, pressed: string, own: OwnKeys = {}): boolean => {
  const key = keyOf(name, own);
  return commandOf(name).digits ? pressed.replace(/[1-9]$/, '1') === key : pressed === key;
};
