import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { options, UsageError } from '../arguments';
import { needPackage } from '../database/mariadb';
import { say } from '../say';
import { ROOT } from './start';

const SUITES = ['unit', 'server', 'e2e'] as const;
type Suite = (typeof SUITES)[number];

const bin = (name: string) => join(ROOT, 'node_modules/.bin', name);
const run1 = (command: string, args: string[], env: NodeJS.ProcessEnv = {}) =>
  spawnSync(command, args, { cwd: ROOT, stdio: ['ignore', 2, 2], env: { ...process.env, ...env } }).status ===
  0;

/** Types, lint and the arrows between rooms: each counts as one test. */
function checks(): [passed: number, failed: number] {
  let passed = 0;
  let failed = 0;
  for (const [name, command, args] of [
    ['types', bin('tsc'), ['-p', 'tsconfig.json', '--noEmit']],
    ['lint', bin('eslint'), ['.', '--max-warnings', '0']],
    ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
    [
      'rooms',
      bin('depcruise'),
      [
        '--config',
        '.dependency-cruiser.cjs',
        '--output-type',
        'err',
        'packages/core/src',
        'apps/server/src',
        'apps/web/src',
        'apps/cli/src',
      ],
    ],
  ] as const) {
    say(`checking ${name}…`);
    if (run1(command, [...args])) passed++;
    else {
      failed++;
      say(`${name}: not right, see above.`);
    }
  }
  return [passed, failed];
}

function suite(name: Suite): [passed: number, failed: number] {
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
      ...(name === 'unit' ? [] : ['--runInBand']),
    ]);
    const result = JSON.parse(readFileSync(report, 'utf8')) as {
      numPassedTests: number;
      numFailedTests: number;
      numRuntimeErrorTestSuites: number;
    };
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
  if (wanted.includes('server') || wanted.includes('e2e')) needPackage('mariadbd', 'mariadb-server');
  if (wanted.includes('e2e')) needPackage('chromium', 'chromium');
  const results = [...(positionals.length ? [] : [checks()]), ...wanted.map((name) => suite(name as Suite))];
  const passed = results.reduce((n, r) => n + r[0], 0);
  const failed = results.reduce((n, r) => n + r[1], 0);
  process.stdout.write(`${passed} passed, ${failed} failed\n`);
  return failed ? 1 : 0;
}
