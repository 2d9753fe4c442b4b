import { describe, expect, it } from 'vitest';
import { COMMAND_NAMES, commandOf, isKeyOf, isReserved, keyOf, keyProblem, pressedKey } from './commands';

const press = (event: Partial<KeyboardEvent> & { altGraph?: boolean }) =>
  pressedKey({
    key: '',
    code: '',
    getModifierState: (name: string) => name === 'AltGraph' && Boolean(event.altGraph),
    ...event,
  } as KeyboardEvent);

describe('the keys of commands', () => {
  const changeable = COMMAND_NAMES.filter((name) => !commandOf(name).fixed);

  it('are one each in a place, and none is the browser’s', () => {
    expect(changeable.length).toBeGreaterThan(25);
    for (const name of changeable) expect([name, keyProblem(name, keyOf(name), {})]).toEqual([name, null]);
  });

  it('can be changed, but not to one that is taken where it is meant', () => {
    const own = { send: 'Alt+Shift+Y' };
    expect(keyProblem('send', own.send, {})).toBeNull();
    expect(isKeyOf('send', 'Alt+Shift+Y', own)).toBe(true);
    expect(isKeyOf('send', keyOf('send'), own)).toBe(false);
    expect(keyProblem('reply', own.send, own)).toMatchObject({ code: 'keys.taken' });
    // The one it had is free, and so is what means something only elsewhere.
    expect(keyProblem('reply', keyOf('send'), own)).toBeNull();
    expect(keyProblem('makeFixed', 'Alt+X', {})).toBeNull();
    expect(keyProblem('closeBench', keyOf('newNote'), {})).toMatchObject({ code: 'keys.taken' });
    expect(keyProblem('reply', keyOf('formatTable'), {})).toMatchObject({ code: 'keys.taken' });
  });

  it('go by figures where there are nine of them', () => {
    expect(isKeyOf('takeNearNote', 'Alt+7')).toBe(true);
    expect(keyProblem('takeNearNote', 'Alt+Shift+1', {})).toMatchObject({ code: 'keys.taken' });
    expect(keyProblem('takeNearNote', 'Alt+Shift+1', { runRoutine: 'Alt+1' })).toBeNull();
    expect(keyProblem('takeNearNote', 'Alt+Shift+Y', {})).toMatchObject({ code: 'keys.digits' });
    expect(keyProblem('reply', 'Alt+5', {})).toMatchObject({ code: 'keys.taken' });
  });

  it('leave to the browser, the system and screen readers what is theirs', () => {
    for (const key of ['Control+W', 'Control+Shift+T', 'Control+Tab', 'Alt+ArrowLeft', 'Alt+F4', 'F6', 'F11', 'Alt+D'])
      expect([key, isReserved(key)]).toEqual([key, true]);
    expect(isReserved('Control+Alt+R')).toBe(true);
    expect(keyProblem('reply', 'Shift+R', {})).toMatchObject({ code: 'keys.bare' });
    // What every text does with a key stays as it is.
    expect(keyOf('formatBold', { formatBold: 'Alt+Y' })).toBe('Control+B');
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
