import { readBin } from '../../services/notes';

export default ownerHandler((_event, { app, owner }) => readBin(app, owner));
