import { expect, test } from '../drivers/test.ts';
import { queueOf } from '../drivers/yard.ts';

test.use({ viewport: { width: 760, height: 1000 } });

test('a unit, the register and the audit log print clean: no buttons, no fields, nothing over another', async ({
  page,
  request,
}) => {
  const [unit] = await queueOf(request, 'keep-in');
  const { checks } = (await (await request.get(`/api/units/${unit?.tag}/checks`)).json()) as {
    checks: { id: string }[];
  };
  for (const path of [
    `/units/${unit?.tag}`,
    `/units/${unit?.tag}/work-sheet`,
    `/checks/${checks[0]?.id}/report`,
    '/register',
    '/audit-log',
    '/morning',
    '/before-storage',
  ]) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    await page.emulateMedia({ media: 'print' });
    for (const gone of ['.shell', '.ant-btn', 'input', '.ant-select'])
      expect([path, gone, await page.locator(`${gone}:visible`).count()]).toEqual([path, gone, 0]);
    const boxes = await page
      .locator('main section:visible, main figure:visible, main table:visible')
      .evaluateAll((elements) =>
        elements
          .filter((element) => !elements.some((other) => other !== element && other.contains(element)))
          .map((element) => element.getBoundingClientRect())
          .map(({ top, bottom, left, right }) => ({ top, bottom, left, right })),
      );
    const over = boxes.filter((a, index) =>
      boxes.some(
        (b, other) =>
          other > index && a.top < b.bottom - 1 && b.top < a.bottom - 1 && a.left < b.right - 1 && b.left < a.right - 1,
      ),
    );
    expect([path, over]).toEqual([path, []]);
    expect([path, await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)]).toEqual([path, 0]);
    await page.emulateMedia({ media: 'screen' });
  }
});
