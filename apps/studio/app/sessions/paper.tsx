import { PaperScreen } from '../../src/sessions/paper-screen';

export default PaperScreen;
