import { importMessages } from '../../services/messages';
import { phrase } from '#core/text/phrase';

/** Reads the file in the body (`.eml` or mbox) and answers with one JSON line after another while it goes on. */
export default ownerHandler(async (event, { app, owner }) =>
  progressLines(event, importMessages(app, owner, event.node.req), {
    bytes: 0,
    added: 0,
    known: 0,
    broken: 0,
    done: true,
    problem: phrase('importing.readingInterrupted'),
  }),
);
