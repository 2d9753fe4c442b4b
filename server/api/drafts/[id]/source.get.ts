import { bytesOfDraft } from '../../../services/arrival';

/** The draft as a file, as it would leave now. */
export default ownerHandler(async (event, { app, owner, id }) => {
  const raw = await bytesOfDraft(app, owner, id);
  setResponseHeaders(event, {
    'Content-Type': 'application/octet-stream',
    'Content-Disposition': attached('message.eml'),
    'Content-Security-Policy': "default-src 'none'; sandbox",
  });
  return raw;
});
