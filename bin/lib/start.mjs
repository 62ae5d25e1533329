// `bin/start`: from an empty machine to a running Esvik.
import { spawn, spawnSync } from 'node:child_process'
import { createServer, isIP } from 'node:net'
import { join, resolve } from 'node:path'
import { createInterface } from 'node:readline/promises'
import { setTimeout as delay } from 'node:timers/promises'
import { parseArgs } from 'node:util'
import { openDatabase, removeDatabase } from './database.mjs'
import { checkFolder, StartError } from './disk.mjs'
import { ensureBuilt, serverFile } from './built.mjs'
import { buildFolder, root } from './folders.mjs'
import { ensurePackages } from './fresh.mjs'
import { lockData } from './lock.mjs'
import { passphrasesIn } from './passphrases.mjs'
import { runningOn, sayRunning, sayStopped } from './running.mjs'

const HELP = `bin/start [--port N] [--host ADDRESS] [--data DIR] [--fresh [--yes]] [--dev] [--help]

  --port N     the port of the application (4600 if not given)
  --host ADDRESS           where it listens (127.0.0.1 if not given); anywhere else it asks for a passphrase
  --passphrase-file FILE   the passphrase for editing, and on a second line one for looking only; without it two are made up
                           and shown once
  --proxy ADDRESS[,…]      proxies before it whose word is taken for who asks (X-Forwarded-For, -Host, -Proto)
  --data DIR   where the database lies (.data if not given)
  --fresh      throw the database away and begin with a new one; asks first
  --yes        with --fresh: don't ask
  --dev        with the development server, which follows changes of the sources

DATABASE_URL=postgres://… uses a PostgreSQL that exists instead of a private one.
`
const said = (text) => process.stdout.write(`${text}\n`)

function fail(message) {
  process.stderr.write(`${message}\n`)
  process.exit(1)
}

function options() {
  try {
    return parseArgs({
      options: {
        port: { type: 'string', default: '4600' },
        host: { type: 'string', default: '127.0.0.1' },
        'passphrase-file': { type: 'string' },
        proxy: { type: 'string' },
        data: { type: 'string', default: join(root, '.data') },
        fresh: { type: 'boolean' },
        dev: { type: 'boolean' },
        help: { type: 'boolean' },
        yes: { type: 'boolean' },
      },
    }).values
  } catch (error) {
    fail(`${error.message}\n\n${HELP}`)
  }
}

const portIsFree = (port, host) =>
  new Promise((done) => {
    const server = createServer().once('error', ({ code }) => done(code))
    server.listen(port, host, () => server.close(() => done('free')))
  })

async function answers(url, child) {
  for (let tries = 0; tries < 300; tries++) {
    if (child.exitCode !== null) return false
    try {
      if ((await fetch(`${url}/api/health`)).ok) return true
    } catch {
      // not listening yet
    }
    await delay(100)
  }
  return false
}

/** Where the Esvik is that holds the data; who has only just begun says so a moment later. */
async function runningSoon(data) {
  for (let tries = 0; tries < 20; tries++) {
    const url = runningOn(data)
    if (url) return url
    await delay(100)
  }
  return undefined
}

async function main() {
  const {
    port: portText,
    host,
    data: dataText,
    fresh,
    dev,
    help,
    yes,
    'passphrase-file': phraseFile,
    proxy,
  } = options()
  if (help) return said(HELP)
  const port = Number(portText)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    fail(`--port must be a number from 1 to 65535, not "${portText}".`)
  const stranger = proxy?.split(',').find((address) => !isIP(address.trim()))
  if (stranger !== undefined) fail(`--proxy must be addresses such as 10.0.0.2, not "${stranger}".`)
  const data = resolve(dataText)
  try {
    checkFolder(data)
  } catch (error) {
    fail(error.message)
  }
  const lock = await lockData(data)
  if (!lock) {
    const where = await runningSoon(data)
    fail(
      `Esvik runs on this data already: ${where ?? 'it is starting, or in the middle of a backup'}\nStop that one first, or start with another --data DIR.`,
    )
  }
  sayStopped(data)
  const isHere = host === '127.0.0.1' || host === 'localhost'
  let access
  try {
    access = isHere ? undefined : passphrasesIn(data, phraseFile, said)
  } catch (error) {
    fail(error.message)
  }
  const free = await portIsFree(port, host)
  if (free === 'EADDRNOTAVAIL') fail(`"${host}" is no address of this machine.`)
  if (free !== 'free')
    fail(`Port ${port} is in use by another program. Start with another one, for example: bin/start --port ${port + 1}`)

  if (fresh && !yes) {
    const ask = createInterface({ input: process.stdin, output: process.stdout })
    const answer = await ask.question('This throws away every show in the database. Type "yes" to go on: ')
    ask.close()
    if (answer.trim() !== 'yes') return said('Nothing was changed.')
  }

  ensurePackages()
  let database
  let server
  let stopping = false
  const stop = async (code) => {
    if (stopping) return
    stopping = true
    if (server && server.exitCode === null) {
      server.kill('SIGTERM')
      await Promise.race([new Promise((done) => server.once('exit', done)), delay(1200)])
      if (server.exitCode === null) server.kill('SIGKILL')
    }
    await database?.stop()
    sayStopped(data)
    process.exit(code)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => stop(0))

  try {
    if (process.env.DATABASE_URL) {
      if (fresh) fail('--fresh is for the private database; with DATABASE_URL empty that one yourself.')
      database = { url: process.env.DATABASE_URL, stop: async () => {} }
    } else {
      if (fresh) {
        const old = await openDatabase(data, { said: () => {} })
        await old.stop()
        removeDatabase(data)
      }
      database = await openDatabase(data, { said })
    }
    const prepare = await ensureBuilt({ dev, said })
    const env = {
      ...process.env,
      DATABASE_URL: database.url,
      ESVIK_BUILD: buildFolder(),
      ESVIK_DATA: data,
      ...(access && { ESVIK_ACCESS: access, ESVIK_HOST: host }),
      ...(proxy && { ESVIK_PROXIES: proxy }),
      NITRO_HOST: host,
      NITRO_PORT: String(port),
      HOST: host,
      PORT: String(port),
      // Its own way of ending stumbles over connections that are gone already; ended at once nothing is lost.
      NITRO_SHUTDOWN_DISABLED: '1',
    }
    const prepared = spawnSync(process.execPath, [prepare], {
      cwd: root,
      env,
      encoding: 'utf8',
      stdio: ['ignore', 'inherit', 'pipe'],
    })
    if (prepared.status !== 0) throw new StartError(`The database could not be prepared.\n${prepared.stderr}`)
    const url = `http://${host.includes(':') ? `[${host}]` : host}:${port}`
    const launch = () => {
      server = dev
        ? spawn(join(root, 'node_modules/.bin/nuxt'), ['dev', '--host', '127.0.0.1', '--port', String(port)], {
            cwd: root,
            env,
            stdio: ['ignore', 'inherit', 'inherit'],
          })
        : spawn(process.execPath, ['--enable-source-maps', serverFile()], {
            cwd: root,
            env,
            stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
            detached: true,
          })
      server.on('exit', async (code) => {
        if (stopping) return
        said(`The application ended (${code ?? 'killed'}); it is started again.`)
        await delay(500)
        if (!stopping) launch()
      })
    }
    launch()
    if (!(await answers(url, server))) throw new StartError('The application did not start.')
    sayRunning(data, url)
    said(`Esvik is at ${url}   (Ctrl+C stops it)`)
  } catch (error) {
    process.stderr.write(
      `${error instanceof StartError ? error.message : error.code === 'ENOSPC' ? 'The disk is full: make room, then start again.' : error.stack}\n`,
    )
    await stop(1)
  }
}

await main()
