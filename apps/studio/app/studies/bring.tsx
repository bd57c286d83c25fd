import { BringDrawingScreen } from '../../src/studies/bring-drawing-screen';

export default BringDrawingScreen;
