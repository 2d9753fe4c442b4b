import { readPersonPage } from '../../../services/people';

export default ownerHandler((_event, { app, owner, id }) => readPersonPage(app, owner, id));
