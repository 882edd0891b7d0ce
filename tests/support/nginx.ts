import { execFileSync, spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pause } from '../crash/running'

/** Debian's nginx in front of application servers, with the file of the documentation and a certificate of its own. */
export async function startNginx(port: number, redirectPort: number, servers: readonly number[]) {
  const folder = mkdtempSync(join(tmpdir(), 'loom-nginx-'))
  chmodSync(folder, 0o755)
  const [cert, key] = [join(folder, 'cert.pem'), join(folder, 'key.pem')]
  const subject = ['-subj', '/CN=localhost', '-addext', 'subjectAltName=DNS:localhost']
  const newKey = ['-newkey', 'ec', '-pkeyopt', 'ec_paramgen_curve:prime256v1', '-nodes', '-days', '2']
  execFileSync('openssl', ['req', '-x509', ...newKey, ...subject, '-keyout', key, '-out', cert], { stdio: 'ignore' })
  const site = readFileSync('docs/serving/nginx.conf', 'utf8')
    .replace(
      /^ *server 127.*$/m,
      servers.map((one) => `server 127.0.0.1:${one} max_fails=1 fail_timeout=2s;`).join('\n'),
    )
    .replace('listen 443', `listen 127.0.0.1:${port}`)
    .replace('listen 80', `listen 127.0.0.1:${redirectPort}`)
    .replaceAll('loom.example.org;', 'localhost;')
    .replace('/etc/ssl/loom.example.org.pem', cert)
    .replace('/etc/ssl/loom.example.org.key', key)
  const temporary = ['client_body', 'proxy', 'fastcgi', 'uwsgi', 'scgi'].map(
    (name) => `${name}_temp_path ${join(folder, name)};`,
  )
  const file = join(folder, 'nginx.conf')
  writeFileSync(
    file,
    `pid ${join(folder, 'pid')};\ndaemon off;\nworker_processes 2;\nerror_log ${join(folder, 'error.log')} warn;\nevents { worker_connections 4096; }\nhttp {\n${temporary.join('\n')}\n${site}\n}\n`,
  )
  const child = spawn('/usr/sbin/nginx', ['-c', file, '-p', folder], { stdio: 'ignore' })
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()))
  for (let tries = 0; tries < 100; tries += 1) {
    const answer = await fetch(`http://127.0.0.1:${redirectPort}/`, { redirect: 'manual' }).catch(() => undefined)
    if (answer !== undefined) break
    if (child.exitCode !== null)
      throw new Error(`nginx does not start: ${readFileSync(join(folder, 'error.log'), 'utf8')}`)
    await pause(50)
  }
  return {
    stop: async () => {
      child.kill('SIGTERM')
      await ended
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
