import type { Mailbox } from '../message/address';
import { phrase, type Phrase } from '../text/phrase';
import type { RoutineSteps } from './routine';

/** What a routine names, by id, as it is called; null where it is gone, empty where it is not known yet. */
export interface Named {
  note(id: string): string | null;
  signature(id: string): string | null;
}

const boxes = (list: Mailbox[]) => list.map(({ name, address }) => name || address).join(', ');

/** What a routine will do, a piece each in the order it is done in; what is as usual is not said. */
export function routineSays(steps: RoutineSteps, named: Named): Phrase[] {
  const { answer, to, cc, bcc, notes, signature, importance, againIn, why, filed, done } = steps;
  const isSent = answer !== 'none';
  // What is not known yet has no name and is not said.
  const known = notes.flatMap((id) => named.note(id) || []);
  const says: (Phrase | false)[] = [
    phrase(`routine.does.${answer === 'reply-all' ? 'replyAll' : answer}`),
    isSent && to.length > 0 && phrase('routine.does.to', { names: boxes(to) }),
    isSent && cc.length > 0 && phrase('routine.does.cc', { names: boxes(cc) }),
    isSent && bcc.length > 0 && phrase('routine.does.bcc', { names: boxes(bcc) }),
    ...(isSent ? known : []).map((name) => phrase('routine.does.note', { name })),
    isSent && signature === '' && phrase('routine.does.unsigned'),
    isSent &&
      Boolean(signature && named.signature(signature)) &&
      phrase('routine.does.signature', { name: named.signature(signature!)! }),
    isSent && importance !== '' && phrase(`routine.does.${importance}`),
    filed !== '' && phrase(`routine.does.${filed}`),
    phrase(done ? 'routine.does.done' : 'routine.does.open'),
    againIn > 0 &&
      (why
        ? phrase('routine.does.againWhy', { count: againIn, why })
        : phrase('routine.does.again', { count: againIn })),
  ];
  return says.filter((one) => one !== false);
}

/** What a routine names that is gone. */
export function routineProblems({ notes, signature }: RoutineSteps, named: Named): Phrase[] {
  const gone = notes.filter((id) => named.note(id) === null).length;
  return [
    ...(gone ? [phrase('routine.noteGone', { count: gone })] : []),
    ...(signature && named.signature(signature) === null ? [phrase('routine.signatureGone')] : []),
  ];
}
