import { readMailboxes } from '../../services/mailboxes';

export default ownerHandler((_, { app, owner }) => readMailboxes(app, owner));
