import { StageLink } from './parts/stage';

test('whoever follows a link moves with it until he leaves', () => {
  const link = new StageLink();
  const seen: [string, number][] = [];
  const leave = link.follow(() => seen.push(['left', link.view.scale]));
  link.follow(() => seen.push(['right', link.view.scale]));
  link.view = { ...link.view, scale: 2 };
  leave();
  link.view = { ...link.view, scale: 3 };
  expect(seen).toEqual([
    ['left', 2],
    ['right', 2],
    ['right', 3],
  ]);
});
