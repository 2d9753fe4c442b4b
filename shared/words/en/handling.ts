export default {
  important: 'It is marked important.',
  notUrgent: 'It is marked not urgent.',
  toArchive: 'Theirs then goes to the archive.',
  toTrash: 'Theirs then goes to the trash.',
  staysOpen: 'Theirs stays on Waiting.',
  isDone: 'Theirs counts as answered.',
  again: 'It comes back on {day} if nothing came.',
  againWhy: 'It comes back on {day} if nothing came: {why}',
} as const;
