import { forgetRepeated } from '../../services/repeated';

export default ownerHandler((_event, { app, owner }) => forgetRepeated(app, owner));
