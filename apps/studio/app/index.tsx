import { DeskScreen } from '../src/desk/desk-screen';

export default DeskScreen;
