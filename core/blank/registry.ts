import type { BlankKind } from './kind';
import { person } from './kinds/person';
import { sender } from './kinds/sender';
import { text } from './kinds/text';
import { today } from './kinds/today';

/** Every kind of blank, in the order of the palette. */
export const KINDS = [text, person, sender, today] as BlankKind[];

const byName = new Map(KINDS.map((kind) => [kind.name, kind]));

/** Whether `name` is a kind this version knows. */
export function isKind(name: string): boolean {
  return byName.has(name);
}

/** The kind called `name`. A kind this version does not know is asked as text, so that nothing of a note is lost. */
export function kindOf(name: string): BlankKind {
  return byName.get(name) ?? (text as unknown as BlankKind);
}
