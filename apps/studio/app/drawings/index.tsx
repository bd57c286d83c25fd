import { DrawingsScreen } from '../../src/drawings/drawings-screen';

export default DrawingsScreen;
