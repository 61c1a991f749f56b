import { asSet, UsageError } from './arguments';
import { say } from './say';

const HELP = `Usage: ./brelm COMMAND

  start [--port 4780] [--data DIR] [--empty] [--searches URL] [--draughtsman URL] [--copies DIR [--copies-kept 14]]
        [--team [--address https://NAME] | --alone]
        [--engine [--at-once N]] [--files URL] [--status-port N]
                                               start Brelm and print its address; a copy of each shop a day; with --team
                                               people sign in; with --engine other processes take part
  worker --connect FILE [--data DIR] [--at-once N] [--drain 60] [--status-port N]
                                               make files for a Brelm that runs elsewhere
  web --connect FILE [--data DIR] [--port 4781] [--status-port N]
                                               answer requests beside it
  test [unit|server|e2e]                       run the tests
  specs [--json]                               list the specs of the spec book
  specs check FILE ... [--json]                what is wrong with spec files, by line and field
  place DESIGN.brelm.json --spec ID ... [--again] [--out FILE] [--json]
                                               fit a design into products' print areas
  proof DESIGN.brelm.json --spec ID [--colourway ID] [--garment ID ...] [--language en|de] [--json]
                                               check a design; exit 1 when it has stops
  export DESIGN.brelm.json --spec ID ... [--colourway ID] [--format png|jpeg|webp|svg|pdf ...]
         [--all] [--pack] [--name PATTERN] [--out DIR] [--svg] [--smallest] [--json] [--strict]
                                               write its files; exit 1 when the proof has stops
  cutline DESIGN.brelm.json --spec ID [--colourway ID] [--out DIR] [--json]
                                               cut it out as a sticker: its files, and how it peels
  films DESIGN.brelm.json [--side ID] [--colourway ID] [--name PATTERN] [--out DIR] [--json]
                                               what its films are cut from: a file for each, and the order of pressing
  sheet SHEET.json [--format pdf|svg|png|dxf ...] [--out DIR] [--json]
                                               the files of a sheet of stickers; exit 1 when something is wrong
  series LAYOUT.brelm.json [--table FILE.csv|tsv] [--series FILE.json] --spec ID ... [--rows 1,4-9]
         [--format png|jpeg|webp|svg|pdf ...] [--pack] [--name PATTERN] [--out DIR] [--json] [--strict]
                                               a design for each row of a table, and its files; exit 1 when a row has stops
  mockup DESIGN.brelm.json --spec ID [--scene ID ...] [--garment ID ...] [--colourway ID] [--size NAME]
         [--look ID] [--crop whole|square|tall|close] [--ground COLOUR|KIND] [--width PX]
         [--format jpeg|png|webp] [--out DIR] [--json]
                                               pictures of the product with the design on it
  wall DESIGN.brelm.json [--spec ID] [--garment ID ...] [--out FILE.png]
                                               every colourway on every garment, as a picture
  backup FILE [--shop ID] [--data DIR] [--made] [--over]
                                               a copy of a whole shop, while it runs; read again once it is written
  restore FILE [--data DIR] [--instead]        puts a shop back from its copy; --instead puts aside what is there

Options of start, worker and web may be set in the environment, too: --press-day as BRELM_PRESS_DAY.

Exit codes: 0 fine, 1 the proof has stops or tests failed, 2 bad input.
`;

const COMMANDS: Record<string, () => Promise<{ run(args: string[]): Promise<number> }>> = {
  start: () => import('./commands/start'),
  worker: () => import('./commands/worker'),
  web: () => import('./commands/web'),
  test: () => import('./commands/test'),
  specs: () => import('./commands/specs'),
  place: () => import('./commands/place'),
  proof: () => import('./commands/proof'),
  export: () => import('./commands/export'),
  cutline: () => import('./commands/cutline'),
  films: () => import('./commands/films'),
  sheet: () => import('./commands/sheet'),
  series: () => import('./commands/series'),
  mockup: () => import('./commands/mockup'),
  wall: () => import('./commands/wall'),
  backup: () => import('./commands/backup'),
  restore: () => import('./commands/restore'),
};

async function command([name = 'help', ...args]: readonly string[]): Promise<number> {
  if (name === 'help' || name === '--help' || name === '-h') {
    process.stderr.write(HELP);
    return 0;
  }
  const load = COMMANDS[name];
  if (!load) {
    say(`there is no command "${name}".`);
    process.stderr.write(HELP);
    return 2;
  }
  return (await load()).run(args);
}

/** Runs a command and says on standard error what is wrong with it; resolves to the exit code. */
export async function brelm(args: readonly string[]): Promise<number> {
  try {
    return await command(args);
  } catch (error) {
    if (error instanceof UsageError) for (const line of asSet(error.message).split('\n')) say(line);
    else say(error instanceof Error ? (error.stack ?? error.message) : String(error));
    return 2;
  }
}
