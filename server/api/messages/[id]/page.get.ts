import { letterPage, letterPolicy } from '#shared/utils/letterPage';
import { openMessage } from '../../../services/messages';

/** The message as a page of its own, with its pictures from elsewhere: only here may they be fetched. */
export default ownerHandler(async (event, { app, owner, id }) => {
  const { html } = await openMessage(app, owner, id, true);
  setResponseHeaders(event, {
    'Content-Type': 'text/html; charset=utf-8',
    'Content-Security-Policy': `${letterPolicy(true)}; frame-ancestors 'self'; sandbox allow-same-origin allow-popups allow-popups-to-escape-sandbox`,
  });
  return letterPage(html, true);
});
