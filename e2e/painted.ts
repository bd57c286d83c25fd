import type { Page } from '@playwright/test';

/** How many places of each canvas of the page are painted, the emptiest first; bare ones are left out. */
export const painted = (page: Page): Promise<number[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLCanvasElement>('[data-testid="page"] canvas')]
      // A sheet that rests is painted where it is not shown.
      .filter(({ style }) => style.display !== 'none')
      .map((canvas) => {
        // Not every canvas can be read where it stands.
        const copy = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d')!;
        copy.drawImage(canvas, 0, 0);
        const { data } = copy.getImageData(0, 0, canvas.width, canvas.height);
        let count = 0;
        for (let i = 3; i < data.length; i += 4) count += data[i]! > 100 ? 1 : 0;
        return count;
      })
      .filter((count) => count > 0)
      .sort((a, b) => a - b),
  );

/** The same of all canvases together. */
export const paintedInAll = async (page: Page): Promise<number> =>
  (await painted(page)).reduce((sum, count) => sum + count, 0);
