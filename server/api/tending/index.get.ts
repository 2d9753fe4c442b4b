import { readTending } from '../../services/tending';

export default ownerHandler((_event, { app, owner }) => readTending(app, owner));
