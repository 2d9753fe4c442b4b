import { importMessages } from '../../services/messages';

/** Reads the file in the body (`.eml` or mbox) and answers with one JSON line after another while it goes on. */
export default ownerHandler(async (event, { app, owner }) => {
  const request = event.node.req;
  setResponseHeaders(event, { 'Content-Type': 'application/x-ndjson', 'Cache-Control': 'no-store' });
  const lines = async function* () {
    try {
      for await (const progress of importMessages(app, owner, request)) yield JSON.stringify(progress) + '\n';
    } catch (error) {
      if (request.destroyed) return;
      console.error(error);
      const problem = 'The reading was interrupted. What came in so far is kept; choose the file again for the rest.';
      yield JSON.stringify({ bytes: 0, added: 0, known: 0, broken: 0, done: true, problem }) + '\n';
    }
  };
  const encoder = new TextEncoder();
  const iterator = lines();
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { value, done } = await iterator.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(value));
    },
    cancel: () => void iterator.return(undefined),
  });
});
