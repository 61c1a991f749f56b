import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { digest } from '../digest';
import { options, UsageError } from '../arguments';
import { needPackage } from '../database/programs';
import { say } from '../say';
import { ROOT } from './start';

const SUITES = ['unit', 'server', 'e2e'] as const;
type Suite = (typeof SUITES)[number];

const bin = (name: string) => join(ROOT, 'node_modules/.bin', name);
const run1 = (command: string, args: string[], env: NodeJS.ProcessEnv = {}) =>
  spawnSync(command, args, { cwd: ROOT, stdio: ['ignore', 2, 2], env: { ...process.env, ...env } }).status ===
  0;

const CHECKS: readonly (readonly [name: string, command: string, args: readonly string[]])[] = [
  ['types', bin('tsc'), ['-p', 'tsconfig.json', '--noEmit']],
  ['lint', bin('eslint'), ['.', '--max-warnings', '0']],
  ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  ['rooms', 'npm', ['run', '--silent', 'rooms']],
];

/** Types, lint and the arrows between rooms: each counts as one test. All run side by side. */
async function checks(): Promise<[passed: number, failed: number]> {
  say(`checking ${CHECKS.map(([name]) => name).join(', ')}…`);
  const right = await Promise.all(
    CHECKS.map(
      ([name, command, args]) =>
        new Promise<boolean>((done) => {
          const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
          let told = '';
          const hear = (chunk: Buffer) => {
            told += chunk.toString();
          };
          child.stdout.on('data', hear);
          child.stderr.on('data', hear);
          child.once('error', (error) => hear(Buffer.from(error.message)));
          child.once('close', (code) => {
            if (code !== 0) say(`${name}: not right.\n${told.trim()}`);
            done(code === 0);
          });
        }),
    ),
  );
  const passed = right.filter(Boolean).length;
  return [passed, right.length - passed];
}

interface Report {
  numPassedTests: number;
  numFailedTests: number;
  numRuntimeErrorTestSuites: number;
  testResults: {
    name: string;
    /** What the file itself failed of, where it could not be run. */
    message: string;
    status: string;
    assertionResults: {
      fullName: string;
      status: string;
      failureMessages: string[] | null;
      duration?: number | null;
    }[];
  }[];
}

/** What failed, told once more where whoever reads only the end finds it. */
const failures = ({ testResults }: Report): string[] =>
  testResults.flatMap(({ name, message, status, assertionResults }) => {
    const failed = assertionResults.filter((t) => t.status === 'failed');
    if (status === 'failed' && failed.length === 0) return [`${basename(name)}:\n${digest(message)}`];
    return failed.map(
      (t) => `${basename(name)}: ${t.fullName}\n${digest((t.failureMessages ?? []).join('\n'))}`,
    );
  });

/** At most so many failures are told again. */
const MOST_AGAIN = 4;

/** How many of the slowest tests of a suite are named. */
const SLOWEST = 20;

function saySlowest(name: Suite, { testResults }: Report): void {
  const tests = testResults
    .flatMap((file) => file.assertionResults.map((t) => ({ ...t, file: basename(file.name) })))
    .sort((a, b) => (b.duration ?? 0) - (a.duration ?? 0))
    .slice(0, SLOWEST)
    .map((t) => `  ${((t.duration ?? 0) / 1000).toFixed(1).padStart(6)} s  ${t.file}: ${t.fullName}`);
  say(`the slowest ${name} tests:\n${tests.join('\n')}`);
}

function suite(name: Suite, told: string[]): [passed: number, failed: number] {
  say(`running the ${name} tests…`);
  const folder = mkdtempSync(join(tmpdir(), 'brelm-test-'));
  const report = join(folder, 'report.json');
  try {
    run1(process.execPath, [
      bin('jest'),
      '--config',
      'jest.config.cjs',
      '--selectProjects',
      name,
      '--json',
      `--outputFile=${report}`,
      // Two servers or browsers at once keep two cores busy; more would only wait for one another.
      ...(name === 'unit' ? ['--maxWorkers=100%'] : ['--maxWorkers=2']),
    ]);
    const result = JSON.parse(readFileSync(report, 'utf8')) as Report;
    saySlowest(name, result);
    told.push(...failures(result));
    return [result.numPassedTests, result.numFailedTests + result.numRuntimeErrorTestSuites];
  } catch {
    say(`the ${name} tests did not run to their end.`);
    return [0, 1];
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** `brelm test`: all tests, or one suite; the last line counts them. */
export async function run(args: string[]): Promise<number> {
  const { positionals } = options(args, {});
  const wanted = positionals.length ? positionals : [...SUITES];
  for (const name of wanted)
    if (!SUITES.includes(name as Suite))
      throw new UsageError(`test: there is no suite "${name}"; there are ${SUITES.join(', ')}`);
  // What lettering and PDF files are compared with.
  if (wanted.includes('unit')) {
    needPackage('hb-view', 'libharfbuzz-bin');
    needPackage('pdftocairo', 'poppler-utils');
  }
  if (wanted.includes('server') || wanted.includes('e2e')) needPackage('mariadbd', 'mariadb-server');
  // The proxy that docs/team.md puts before a team's server, and its certificate.
  if (wanted.includes('server')) {
    needPackage('nginx', 'nginx-light');
    needPackage('openssl', 'openssl');
  }
  if (wanted.includes('server') || wanted.includes('e2e')) needPackage('redis-server', 'redis-server');
  if (wanted.includes('e2e')) needPackage('chromium', 'chromium');
  const told: string[] = [];
  const results = [
    ...(positionals.length ? [] : [await checks()]),
    ...wanted.map((name) => suite(name as Suite, told)),
  ];
  if (told.length) say(`what failed, in short:\n\n${told.slice(0, MOST_AGAIN).join('\n\n')}`);
  const passed = results.reduce((n, r) => n + r[0], 0);
  const failed = results.reduce((n, r) => n + r[1], 0);
  process.stdout.write(`${passed} passed, ${failed} failed\n`);
  return failed ? 1 : 0;
}
