import { StudiesScreen } from '../../src/studies/studies-screen';

export default StudiesScreen;
