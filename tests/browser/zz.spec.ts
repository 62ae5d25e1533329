import { openDemo, test } from './page'
test('look', async ({ page, server }) => {
  test.setTimeout(120000)
  await openDemo(page, server)
  const seek = (t: number) =>
    page.evaluate(
      (t) =>
        (document.querySelector('#__nuxt') as any).__vue_app__.config.globalProperties.$pinia._s
          .get('playhead')
          .seek(t),
      t,
    )
  for (const [i, t] of [
    [1, 38],
    [2, 104.5],
    [3, 122],
  ] as const) {
    await seek(t)
    await page.keyboard.press('i')
    await page.waitForFunction(() => (window as any).esvik?.walking?.().at)
    await page.waitForTimeout(2500)
    await page.keyboard.down('w')
    await page.waitForTimeout(2500)
    await page.keyboard.up('w')
    await page.waitForTimeout(2000)
    await page.screenshot({ path: `/tmp/w${i}.png` })
    await page.keyboard.press('Escape')
  }
  await page.waitForTimeout(1000)
  await page.screenshot({ path: `/tmp/w4.png` })
})
