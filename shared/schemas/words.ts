import { setLocale } from 'yup';

/** What is said where a schema says nothing of its own. Read before any schema is made, since each takes its words then. */
setLocale({
  mixed: {
    default: 'This could not be read.',
    required: 'This is missing.',
    defined: 'This is missing.',
    notNull: 'This is missing.',
    oneOf: 'This is none of what can be chosen here.',
    notType: 'This is not what is needed here.',
  },
  string: {
    length: ({ length }) => `This has exactly ${length} characters.`,
    min: ({ min }) => `This has at least ${min} characters.`,
    max: ({ max }) => `This has at most ${max} characters.`,
    matches: 'This is not written as it should be.',
  },
  number: {
    min: ({ min }) => `This is at least ${min}.`,
    max: ({ max }) => `This is at most ${max}.`,
    integer: 'This is a whole number.',
  },
  array: {
    min: ({ min }) => `There are at least ${min} of these.`,
    max: ({ max }) => `There are at most ${max} of these.`,
  },
});
