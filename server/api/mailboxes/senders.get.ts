import { readSenders } from '../../services/mailboxes';

export default ownerHandler((_, { app, owner }) => readSenders(app, owner));
