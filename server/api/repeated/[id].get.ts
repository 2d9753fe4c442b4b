import { readWording } from '../../services/repeated';

export default ownerHandler((_event, { app, owner, id }) => readWording(app, owner, id));
