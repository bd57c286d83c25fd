export { SCENES, SERVICE_SCENES, SETS, type Scene } from './scenes.ts';
