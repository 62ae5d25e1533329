import { openDemo, test } from './page'
test('look', async ({ page, server }) => {
  test.setTimeout(120000)
  await openDemo(page, server)
  await page.keyboard.press('i')
  await page.waitForFunction(() => (window as any).esvik?.walking?.().at)
  await page.waitForTimeout(3000)
  const fps = (hide: string) => page.evaluate(async (hide) => {
    if (hide) document.querySelectorAll<HTMLElement>(hide).forEach((e) => (e.style.display = 'none'))
    const c = document.querySelector<HTMLCanvasElement>('[role=dialog] canvas')!
    const times: number[] = []
    let last = performance.now()
    for (let i = 0; i < 90; i++) { await new Promise(requestAnimationFrame); const n = performance.now(); times.push(n - last); last = n }
    times.sort((a, b) => a - b)
    return [hide, c.width, c.height, times[45], times[85], (window as any).esvik.walking().own]
  }, hide)
  for (const h of ['', '', '[aria-label="State"]', '[aria-label="The score up to now"]', '']) console.log(JSON.stringify(await fps(h)))
  const cdp = await page.context().newCDPSession(page)
  await cdp.send('Profiler.enable'); await cdp.send('Profiler.start')
  await page.waitForTimeout(4000)
  const { profile } = await cdp.send('Profiler.stop') as any
  const self = new Map<string, number>()
  const dt = profile.timeDeltas, ids = new Map(profile.nodes.map((n: any) => [n.id, n]))
  profile.samples.forEach((id: number, i: number) => { const n: any = ids.get(id); const k = n.callFrame.functionName + ' ' + n.callFrame.url.split('/').pop() + ':' + n.callFrame.lineNumber; self.set(k, (self.get(k) ?? 0) + dt[i] / 1000) })
  console.log([...self].sort((a, b) => b[1] - a[1]).slice(0, 22).map(([k, v]) => v.toFixed(0) + ' ' + k).join('\n'))
})
