import { describe, expect, it } from 'vitest';
import { COMMANDS, pressedKey } from './commands';

const press = (event: Partial<KeyboardEvent> & { altGraph?: boolean }) =>
  pressedKey({
    key: '',
    code: '',
    getModifierState: (name: string) => name === 'AltGraph' && Boolean(event.altGraph),
    ...event,
  } as KeyboardEvent);

describe('the keys of commands', () => {
  it('are one each in a place', () => {
    const list = Object.values(COMMANDS).map((one) => ({ place: undefined, ...one }));
    for (const one of list)
      expect(
        list.filter(({ key, place }) => key === one.key && (!place || !one.place || place === one.place)),
        one.key,
      ).toHaveLength(1);
  });

  it.each([
    ['the letter on the key', { key: 'r', code: 'KeyR', altKey: true }, 'Alt+R'],
    ['the letter on the key of another layout', { key: 'm', code: 'Semicolon', altKey: true }, 'Alt+M'],
    ['the place of the key, where there is no such letter', { key: 'к', code: 'KeyR', altKey: true }, 'Alt+R'],
    ['the place of the key, where Alt makes a sign', { key: '®', code: 'KeyR', altKey: true }, 'Alt+R'],
    ['either key for commands', { key: 'z', code: 'KeyZ', metaKey: true }, 'Control+Z'],
    ['no other modifiers', { key: 'r', code: 'KeyR', altKey: true, ctrlKey: true }, 'Control+Alt+R'],
    ['keys that are no letters', { key: 'F6', code: 'F6', shiftKey: true }, 'Shift+F6'],
    ['nothing that AltGr types', { key: 'ę', code: 'KeyE', altKey: true, altGraph: true }, ''],
    ['nothing that is being composed', { key: 'r', code: 'KeyR', altKey: true, isComposing: true }, ''],
  ])('are told by %s', (_, event, key) => expect(press(event)).toBe(key));
});
