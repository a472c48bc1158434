import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect } from '@playwright/test';
import { test } from '../pages/quiet.ts';
import { Installation } from '../pages/installation.ts';

const start = path.resolve(import.meta.dirname, '../../../scripts/start.mjs');

async function freePort(): Promise<number> {
  const probe = createServer();
  await new Promise<void>((resolve) => probe.listen(0, '127.0.0.1', resolve));
  const address = probe.address();
  await new Promise((resolve) => probe.close(resolve));
  return typeof address === 'object' && address !== null ? address.port : 0;
}

/** Command lines of processes that name the data folder. */
function leftRunning(dataDir: string): string[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .map((pid) => {
      try {
        return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
      } catch {
        // Gone between listing and reading.
        return '';
      }
    })
    .filter((line) => line.includes(dataDir));
}

test.describe('the start', () => {
  test.setTimeout(300_000);
  const installation = new Installation();

  test.afterAll(() => installation.remove());

  test('of an empty installation lets the first academy be made with the printed code', async ({ page }) => {
    const { address, output } = await installation.start('--empty');
    expect(output).not.toContain('Demo sign-in');
    const code = /one-time code is\s+(\S+)/.exec(output)?.[1] ?? '';
    await page.goto(address);
    await page.getByLabel('One-time code').fill(code);
    await page.getByLabel('Name of the academy').fill('Upper Tarn');
    await page.getByLabel('Your name').fill('Ansa Rill');
    await page.getByLabel('E-mail').fill('ansa@uppertarn.example');
    await page.getByLabel('Password').fill('a line through the ball');
    await page.getByRole('button', { name: 'Make the academy' }).click();
    await expect(page.getByText('No students yet.')).toBeVisible();
    expect((await page.request.get(new URL('/health/ready', address).href)).status()).toBe(200);
  });

  test('refuses a second one on the same data, in a sentence with a way out', () => {
    const second = spawnSync(process.execPath, [start, '--port', '4399', '--data', installation.dataDir], {
      encoding: 'utf8',
    });
    expect(second.status).toBe(1);
    expect(second.stderr).toContain('already runs on this data folder');
    expect(second.stderr).toContain('--data DIR');
  });

  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    test(`stops cleanly on ${signal} and leaves nothing running`, async () => {
      if (signal === 'SIGINT') await installation.start();
      expect(await installation.stop(signal)).toBe(0);
      expect(leftRunning(installation.dataDir)).toEqual([]);
    });
  }

  test('stops when npm, which has started it, is ended: nothing is left, and the port is free', async () => {
    const port = await freePort();
    const npm = spawn('npm', ['start', '--', '--port', String(port), '--data', installation.dataDir], {
      cwd: path.dirname(path.dirname(start)),
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    let output = '';
    npm.stdout.on('data', (chunk: Buffer) => (output += chunk.toString()));
    await expect.poll(() => output, { timeout: 120_000 }).toContain('Ctrl-C');
    npm.kill('SIGTERM');
    await expect.poll(() => leftRunning(installation.dataDir), { timeout: 30_000 }).toEqual([]);
    await expect(fetch(`http://127.0.0.1:${port}/health/live`)).rejects.toThrow();
  });

  /** Starts it as a shell would, with its output in our hands. */
  async function started(): Promise<ChildProcess> {
    const child = spawn(
      process.execPath,
      [start, '--port', String(await freePort()), '--data', installation.dataDir],
      { stdio: ['ignore', 'pipe', 'pipe'] },
    );
    let output = '';
    child.stdout.on('data', (chunk: Buffer) => (output += chunk.toString()));
    await expect.poll(() => output, { timeout: 120_000 }).toContain('Ctrl-C');
    return child;
  }
  const nothingIsLeft = (): Promise<void> =>
    expect.poll(() => leftRunning(installation.dataDir), { timeout: 60_000 }).toEqual([]);

  for (const signal of ['SIGTERM', 'SIGHUP'] as const) {
    test(`stops on ${signal} where nobody reads its output any more`, async () => {
      const child = await started();
      child.stdout?.destroy();
      child.stderr?.destroy();
      child.kill(signal);
      await nothingIsLeft();
    });
  }

  test('stops where its logs are gone', async () => {
    const child = await started();
    rmSync(path.join(installation.dataDir, 'server-errors.log'));
    child.kill('SIGTERM');
    await nothingIsLeft();
  });

  test('stops where its whole folder is gone', async () => {
    const away = new Installation();
    await away.start('--empty');
    rmSync(away.dataDir, { recursive: true, force: true });
    await away.stop();
    await expect.poll(() => leftRunning(away.dataDir), { timeout: 60_000 }).toEqual([]);
    await away.remove();
  });

  test('says what is wrong with secrets that were cut off, and the way out', () => {
    const file = path.join(installation.dataDir, 'secrets.json');
    const whole = readFileSync(file, 'utf8');
    for (const broken of [whole.slice(0, 40), '{}', '']) {
      writeFileSync(file, broken);
      const refused = spawnSync(process.execPath, [start, '--port', '4398', '--data', installation.dataDir], {
        encoding: 'utf8',
      });
      expect(refused.status).toBe(1);
      expect(refused.stderr).toContain('secrets.json is damaged');
      expect(refused.stderr).toContain('--data DIR');
    }
    writeFileSync(file, whole);
  });

  test('begins a large log anew, and keeps three of those before', async () => {
    const { rotateLogs } = (await import(path.join(path.dirname(start), 'start/rotate-logs.mjs'))) as {
      rotateLogs: (dir: string, largest: number) => void;
    };
    const dir = mkdtempSync(path.join(tmpdir(), 'lotrecht-logs-'));
    const log = path.join(dir, 'server.log');
    for (let n = 1; n <= 5; n++) {
      writeFileSync(log, `${n} `.repeat(100));
      rotateLogs(dir, 100);
      rotateLogs(dir, 100);
    }
    expect(readdirSync(dir).toSorted()).toEqual([
      'server.log',
      'server.log.1',
      'server.log.2',
      'server.log.3',
    ]);
    expect(readFileSync(log, 'utf8')).toBe('');
    expect(readFileSync(`${log}.1`, 'utf8')).toContain('5 5');
    expect(readFileSync(`${log}.3`, 'utf8')).toContain('3 3');
    rmSync(dir, { recursive: true });
  });

  test('wants to be told where people reach it, where it cannot know', () => {
    const args = ['--host', '0.0.0.0', '--cert', 'c.pem', '--key', 'k.pem'];
    const refused = spawnSync(process.execPath, [start, ...args], { encoding: 'utf8' });
    expect(refused.status).toBe(1);
    expect(refused.stderr).toContain('--origin https://');
  });

  test('cleans up after a start that was killed, and loses nothing', async ({ page }) => {
    await installation.start('--empty');
    await installation.stop('SIGKILL');
    expect(leftRunning(installation.dataDir)).not.toEqual([]);
    const startedAt = Date.now();
    const { address, output } = await installation.start('--empty');
    expect(Date.now() - startedAt).toBeLessThan(60_000);
    expect(output).toContain('An earlier start did not end cleanly');
    expect(output).not.toContain('one-time code');
    await page.goto(address);
    await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  });

  test('takes over a lock that a dead process left half-written', async () => {
    await installation.stop();
    writeFileSync(path.join(installation.dataDir, 'running.json'), '{"pid":');
    const { output } = await installation.start('--empty');
    expect(output).toContain('cleaning up after it');
  });

  test('keeps its secrets to the owner', () => {
    const mode = spawnSync('stat', ['-c', '%a', path.join(installation.dataDir, 'secrets.json')], {
      encoding: 'utf8',
    });
    expect(mode.stdout.trim()).toBe('600');
    const secrets = readFileSync(path.join(installation.dataDir, 'secrets.json'), 'utf8');
    const log = readFileSync(path.join(installation.dataDir, 'server.log'), 'utf8');
    expect(log).not.toContain((JSON.parse(secrets) as { databasePassword: string }).databasePassword);
  });

  test('names a busy port and the next one', async () => {
    const other = createServer();
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
    const address = other.address();
    const port = typeof address === 'object' && address !== null ? address.port : 0;
    const refused = spawnSync(process.execPath, [start, '--port', String(port)], { encoding: 'utf8' });
    other.close();
    expect(refused.status).toBe(1);
    expect(refused.stderr).toContain(`Port ${port} is used by another program.`);
    expect(refused.stderr).toContain(`--port ${port + 1}`);
  });

  test('explains an option it does not know', () => {
    const refused = spawnSync(process.execPath, [start, '--prot', '4311'], { encoding: 'utf8' });
    expect(refused.status).toBe(1);
    expect(refused.stderr).toContain('--port N');
  });
});
