import { readFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { ask, demo, edit } from '../harness/api'
import { startServer } from '../harness/server'
import { handFigures } from './hand'
import { bigEyesFigures, eyesFigures } from './eyes'
import { line, middle } from './measure'
import { offlineFigures } from './offline-mix'
import { planFigures } from './plan'

/** What a page and a save cost, on the built server: save, first load, dial to redraw, memory. */
const server = await startServer()
const { id, revision } = await demo(server.url)
const saves: number[] = []
for (let n = 0; n < 60; n++) {
  const before = performance.now()
  await edit(server.url, id, revision + n, [{ op: 'replace', path: '/note', value: `note ${n}` }])
  saves.push(performance.now() - before)
}
line('saving one edit, acknowledged (median)', `${middle(saves).toFixed(1)} ms`, '≤ 8 ms')

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-quic', '--disable-background-networking', '--disable-component-update'],
})
const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
const page = await context.newPage()
const loads: number[] = []
const asked = new Set<string>()
page.on('request', (request) => asked.add(request.url()))
for (let n = 0; n < 3; n++) {
  const before = performance.now()
  await page.goto(`${server.url}/show/${id}`)
  await page.locator('[data-mark=fired]').first().waitFor()
  loads.push(performance.now() - before)
}
await page.waitForLoadState('networkidle')
/** What was fetched, as it is sent; asked for once more, since a page isn't told what its workers fetch. */
async function fetched(which: (path: string) => boolean): Promise<string> {
  let bytes = 0
  for (const url of asked)
    if (which(new URL(url).pathname)) {
      const answer = await fetch(url, { headers: { 'accept-encoding': 'gzip' } })
      const body = await answer.arrayBuffer()
      bytes += Number(answer.headers.get('content-length') ?? body.byteLength)
    }
  return `${(bytes / 1048576).toFixed(2)} MB`
}
const isSound = (path: string) => path.startsWith('/api/assets/')
line('  of that sounds', await fetched(isSound), '0 MB until played')
line('  the document and what is known of its sounds', await fetched((path) => path.includes('/api/') && !isSound(path)), '') // prettier-ignore
line('  everything that opening it fetches, what workers fetch and fonts too', await fetched(() => true), '≤ 0.4 MB')
line('page: from asking for it to the first marks (median of 3)', `${middle(loads).toFixed(0)} ms`, '≤ 1,200 ms')
/** Each once: what is fetched ahead and then run is listed twice. */
const scripts = await page.evaluate(() =>
  [
    ...new Map(
      (performance.getEntriesByType('resource') as PerformanceResourceTiming[])
        .filter((entry) => entry.name.endsWith('.js') && !entry.name.includes('worker'))
        .map((entry) => [entry.name, entry.encodedBodySize]),
    ).values(),
  ].reduce((sum, size) => sum + size, 0),
)
line('scripts of the page, as sent, without workers', `${(scripts / 1024).toFixed(0)} kB`, '≤ 200 kB')

await offlineFigures(page, server.url, (await demo(server.url)).show)

await page.getByRole('region', { name: 'Score' }).getByRole('button', { name: 'Rope post', exact: true }).click()
const dial = page.getByRole('slider', { name: 'Cooldown' })
await dial.waitFor()
await handFigures(page, 'input[type=range][aria-label=Cooldown]')
/** From letting go of a dial to what stands behind it: several times, since the first study compiles itself. */
const settles: number[] = await dial.evaluate(async (input: HTMLInputElement) => {
  const found: number[] = []
  const settled = (): number => (window as any).esvik.settled()
  for (let n = 0; n < 9; n++) {
    const seen = settled()
    input.value = String(10 + n)
    input.dispatchEvent(new Event('input'))
    const released = performance.now()
    input.dispatchEvent(new Event('change'))
    while (settled() === seen) await new Promise(requestAnimationFrame)
    found.push(performance.now() - released)
  }
  return found
})
line('  from letting it go to 100 walkers behind it (median of 9)', `${middle(settles).toFixed(0)} ms`, '≤ 100 ms')
const { body } = await ask(server.url, '/api/shows')
const status = readFileSync(`/proc/${server.pid()}/status`, 'utf8')
line(
  `memory of the server with the demo open (${body.length} show)`,
  `${Math.round(Number(/VmRSS:\s+(\d+)/.exec(status)![1]) / 1024)} MB`,
  '≤ 250 MB',
)
await eyesFigures(page)
await planFigures(page, server.url)
await bigEyesFigures(page, server.url)
await browser.close()
await server.kill()
