import { ownFolders } from '../../services/mailboxes';

export default ownerHandler((_, { app, owner }) => ownFolders(app, owner));
