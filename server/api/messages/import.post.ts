import { importMessages } from '../../services/messages';

/** Reads the file in the body (`.eml` or mbox) and answers with one JSON line after another while it goes on. */
export default ownerHandler(async (event, { app, owner }) =>
  progressLines(event, importMessages(app, owner, event.node.req), {
    bytes: 0,
    added: 0,
    known: 0,
    broken: 0,
    done: true,
    problem: 'The reading was interrupted. What came in so far is kept; choose the file again for the rest.',
  }),
);
