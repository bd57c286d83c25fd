import { SessionsScreen } from '../../src/sessions/sessions-screen';

export default SessionsScreen;
