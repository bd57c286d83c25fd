import { NewSessionScreen } from '../../src/sessions/new-session-screen';

export default NewSessionScreen;
