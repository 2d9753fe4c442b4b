/** What Wren changed by hand in notes that were put into letters: the letters of each note, the latest first, and in which of them. */
export const edits: { note: string; letters: string[]; changedIn: string[]; from: string; to: string }[] = [
  {
    note: 'Teacher discount',
    letters: ['w-aoife', 'w-malik', 'w-priya', 'w-lucien'],
    changedIn: ['w-aoife', 'w-malik', 'w-priya'],
    from: 'third instrument',
    to: 'second instrument',
  },
  {
    note: 'Running late',
    letters: ['w-jonas', 'w-walter', 'w-noor', 'w-clem', 'w-george', 'w-tamsin', 'w-lior'],
    changedIn: ['w-jonas', 'w-noor', 'w-george'],
    from: ' If that is too late for you, call me on [telephone] and we find another day.',
    to: '',
  },
];
