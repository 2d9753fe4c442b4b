import { readHistory } from '../../../services/notes';

export default ownerHandler((_event, { app, owner, id }) => readHistory(app, owner, id));
