import { AlikeScreen } from '../../src/references/alike-screen';

export default AlikeScreen;
