import { readTypedBefore } from '../../services/repeated';

export default ownerHandler((_event, { app, owner }) => readTypedBefore(app, owner));
