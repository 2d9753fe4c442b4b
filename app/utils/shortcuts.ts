import { shallowRef } from 'vue';
import { isKeyOf, keyOf, type CommandName, type OwnKeys } from '#shared/utils/commands';

/** The keys that whoever is signed in has chosen. */
export const ownKeys = shallowRef<OwnKeys>({});

/** The key of a command, for `aria-keyshortcuts`. @param number which of nine, where it has figures */
export const shortcutOf = (name: CommandName, number?: number): string => {
  const key = keyOf(name, ownKeys.value);
  return number ? key.replace(/1$/, String(number)) : key;
};

/** The parts of a key, as keys are labelled, for showing. */
export const capsOf = (key: string): string[] =>
  key.split('+').map((part) => ({ Control: 'Ctrl', PageDown: 'Page down', PageUp: 'Page up' })[part] ?? part);

/** Whether a key that was pressed does a command. */
export const isShortcut = (name: CommandName, pressed: string): boolean => isKeyOf(name, pressed, ownKeys.value);
