import { readFile } from '../../services/files';

/** Pictures that can only be pictures are shown in place; everything else is a download. */
const SHOWN = /^image\/(png|jpeg|gif|webp)$/i;

export default ownerHandler(async (event, { app, owner }) => {
  const { type, content } = await readFile(app, owner, getRouterParam(event, 'file') ?? '');
  const shown = SHOWN.test(type);
  setResponseHeaders(event, {
    'Content-Type': shown ? type : 'application/octet-stream',
    'Content-Disposition': shown ? 'inline' : 'attachment',
    'Content-Security-Policy': "default-src 'none'; sandbox",
  });
  return content;
});
