import { readThread } from '../../../services/messages';

export default ownerHandler((_, { app, owner, id }) => readThread(app, owner, id));
