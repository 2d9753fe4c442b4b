import { readSending } from '../../../services/sending';

export default ownerHandler((_event, { app, owner, id }) => readSending(app, owner, id));
