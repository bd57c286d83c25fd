import { BoardsScreen } from '../../src/boards/boards-screen';

export default BoardsScreen;
