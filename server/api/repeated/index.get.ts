import { readRepeated } from '../../services/repeated';

export default ownerHandler((_event, { app, owner }) => readRepeated(app, owner));
