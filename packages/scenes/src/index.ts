export { SCENES, SETS, type Scene } from './scenes.ts';
