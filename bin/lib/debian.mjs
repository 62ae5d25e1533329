// Installs Debian's packages where they are missing: as root, with sudo, or by naming the line to type.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, writeFileSync } from 'node:fs'

const quiet = (command, args, options = {}) => spawnSync(command, args, { stdio: 'ignore', ...options }).status === 0

function refuse(packages) {
  process.stderr.write(
    `Esvik needs ${packages.join(' and ')} and may not install them here. Type this once, then start again:\n\n    sudo apt-get update && sudo apt-get install -y ${packages.join(' ')}\n\n`,
  )
  process.exit(1)
}

/** Makes sure that `there()` holds, by installing packages. */
export function ensureDebian(packages, there) {
  if (there()) return
  const root = process.getuid() === 0
  if (!existsSync('/usr/bin/apt-get') || (!root && !quiet('sudo', ['-n', 'true']))) refuse(packages)
  process.stderr.write(`Installing ${packages.join(', ')} …\n`)
  const as = (command, ...args) => (root ? [command, args] : ['sudo', ['-n', command, ...args]])
  if (packages.includes('postgresql')) {
    // Esvik starts a database of its own: Debian need not make one.
    const setting = 'create_main_cluster = false\n'
    if (root) {
      mkdirSync('/etc/postgresql-common', { recursive: true })
      if (!existsSync('/etc/postgresql-common/createcluster.conf'))
        writeFileSync('/etc/postgresql-common/createcluster.conf', setting)
    } else
      quiet('sudo', [
        '-n',
        'sh',
        '-c',
        `mkdir -p /etc/postgresql-common && [ -e /etc/postgresql-common/createcluster.conf ] || printf '${setting.trim()}\\n' > /etc/postgresql-common/createcluster.conf`,
      ])
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  const [update, updateArgs] = as('apt-get', 'update', '-qq')
  spawnSync(update, updateArgs, { stdio: 'ignore', env })
  const [install, installArgs] = as(
    'apt-get',
    'install',
    '-y',
    '-qq',
    '-o',
    'Dpkg::Options::=--force-confold',
    ...packages,
  )
  const { stderr } = spawnSync(install, installArgs, { stdio: ['ignore', 'ignore', 'pipe'], env, encoding: 'utf8' })
  if (there()) return
  process.stderr.write(stderr ?? '')
  refuse(packages)
}
