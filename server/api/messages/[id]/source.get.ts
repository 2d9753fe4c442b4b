import { safeFileName } from '../../../services/files';

/** The message as a file, to the byte as it is kept. */
export default ownerHandler(async (event, { app, owner, id }) => {
  const { raw, subject } = await app.mail(owner).get(id);
  const name = `${safeFileName(subject || 'message').slice(0, 80)}.eml`;
  setResponseHeaders(event, {
    'Content-Type': 'application/octet-stream',
    'Content-Disposition': attached(name),
    'Content-Security-Policy': "default-src 'none'; sandbox",
  });
  return raw;
});
