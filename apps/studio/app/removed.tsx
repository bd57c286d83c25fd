import { RemovedScreen } from '../src/practice/removed-screen';

export default RemovedScreen;
