import { openAttachment } from '../../../../services/messages';

/** Pictures that can only be pictures are shown in place; everything else is a download. */
const SHOWN = /^image\/(png|jpeg|gif|webp)$/i;

export default ownerHandler(async (event, { app, owner, id }) => {
  const { name, type, content } = await openAttachment(app, owner, id, Number(getRouterParam(event, 'index')));
  const shown = SHOWN.test(type);
  setResponseHeaders(event, {
    'Content-Type': shown ? type : 'application/octet-stream',
    'Content-Disposition': attached(name, shown),
    'Content-Security-Policy': "default-src 'none'; sandbox",
  });
  return content;
});
