import { openMessage } from '../../../services/messages';

export default ownerHandler((event, { app, owner, id }) =>
  openMessage(app, owner, id, getQuery(event).pictures === '1'),
);
