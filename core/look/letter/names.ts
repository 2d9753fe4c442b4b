import { readGreeting, type GreetingWords } from '../../message/greeting';
import { written, type Letter, type Line } from './letter';

/** A greeting in a letter, and its line. */
export type Greeting = GreetingWords & { line: Line };

/** A line read as a greeting; null when it is none. */
export function greetingIn(line: Line): Greeting | null {
  const greeting = readGreeting(line.text);
  return greeting && { ...greeting, line };
}

/** The greeting of a letter: one of its first two written lines. */
export function greetingOf(letter: Letter): Greeting | null {
  for (const line of written(letter).slice(0, 2)) {
    const greeting = greetingIn(line);
    if (greeting) return greeting;
  }
  return null;
}
