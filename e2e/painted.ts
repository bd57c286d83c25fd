import type { Page } from '@playwright/test';

/** How many places of each canvas of the page are painted, the emptiest first; bare ones are left out. */
export const painted = (page: Page): Promise<number[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLCanvasElement>('[data-testid="page"] canvas')]
      .map((canvas) => {
        const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
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
