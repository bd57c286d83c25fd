import { DoorScreen } from '../src/settings/door-screen';

export default DoorScreen;
