import { setLocale } from 'yup';
import { phrase } from '#core/text/phrase';

/** What is said where a schema says nothing of its own. Read before any schema is made, since each takes its words then. */
setLocale({
  mixed: {
    default: phrase('invalid.unreadable'),
    required: phrase('invalid.missing'),
    defined: phrase('invalid.missing'),
    notNull: phrase('invalid.missing'),
    oneOf: phrase('invalid.notOffered'),
    notType: ({ type }) => phrase(type === 'number' ? 'invalid.number' : 'invalid.wrongType'),
  },
  string: {
    length: ({ length }) => phrase('invalid.length', { length }),
    min: ({ min }) => phrase('invalid.tooShort', { min }),
    max: ({ max }) => phrase('invalid.tooLong', { max }),
    matches: phrase('invalid.pattern'),
  },
  number: {
    min: ({ min }) => phrase('invalid.tooSmall', { min }),
    max: ({ max }) => phrase('invalid.tooLarge', { max }),
    integer: phrase('invalid.whole'),
  },
  array: {
    min: ({ min }) => phrase('invalid.tooFew', { min }),
    max: ({ max }) => phrase('invalid.tooMany', { max }),
  },
});
