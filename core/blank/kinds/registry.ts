import type { BlankKind } from './kind';
import { caret } from './caret';
import { choice } from './choice';
import { date } from './date';
import { lookup } from './lookup';
import { message } from './message';
import { money, number } from './number';
import { person } from './person';
import { reckoned } from './reckoned';
import { rows } from './rows';
import { sender } from './sender';
import { text } from './text';
import { time } from './time';
import { today } from './today';

/** Every kind of blank, in the order of the palette. */
export const KINDS = [
  text,
  choice,
  date,
  time,
  number,
  money,
  reckoned,
  person,
  sender,
  today,
  message,
  lookup,
  rows,
  caret,
] as unknown as BlankKind[];

const byName = new Map(KINDS.map((kind) => [kind.name, kind]));

/** Whether `name` is a kind this version knows. */
export function isKind(name: string): boolean {
  return byName.has(name);
}

/** The kind called `name`. A kind this version does not know is asked as text, so that nothing of a note is lost. */
export function kindOf(name: string): BlankKind {
  return byName.get(name) ?? (text as unknown as BlankKind);
}

/** A blank's options with what it leaves out taken from the kind's defaults. */
export function optionsOf({
  kind,
  options,
}: {
  kind: string;
  options: Record<string, unknown>;
}): Record<string, unknown> {
  return { ...kindOf(kind).defaults, ...options };
}
