import type { RoutineInput } from '#shared/schemas/routine';

/** Prepared ways to handle a message; the notes by their names. */
export const routines: (Pick<RoutineInput, 'name'> & Partial<RoutineInput>)[] = [
  { name: 'Offer a visit, ask again', notes: ['Offer two appointments'], againIn: 4, why: 'no day chosen yet' },
  { name: 'Confirm and file', answer: 'reply-all', notes: ['Confirm an appointment'], filed: 'archive' },
  { name: 'File unanswered', answer: 'none', filed: 'archive' },
];
