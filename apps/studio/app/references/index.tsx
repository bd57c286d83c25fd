import { WallScreen } from '../../src/references/wall-screen';

export default WallScreen;
