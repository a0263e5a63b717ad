/**
 * How fast past sales are priced again, end to end: the demo's sales are copied until there are about a
 * million lines, and two worker processes take them from the queue. Beside it, in the same run, the
 * engine alone on documents that are read already, on one core. Run: npm run bench:sales [-- LINES]
 */
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import { documentFromForm, setupFromForm } from '@honest-ledger/contracts';
import { compileSetup, priceDocument, serialized } from '@honest-ledger/engine';
import { buildIfChanged, WORKER } from '../tools/build.mjs';
import { DATABASE, startServer } from '../tools/installation.mjs';
import { freePort } from '../tools/postgres.mjs';
import { withTestDatabase } from '../tools/test-cluster.mjs';
import { machine, signedIn } from './machine.mjs';

const WANTED = Number(process.argv[2] ?? 1_000_000);
const WORKERS = 2;
const SAMPLE = 150;

await buildIfChanged();
process.env['HONEST_LEDGER_THREADS'] = '0'; // the workers beside it are measured alone
await withTestDatabase(async ({ cluster, secrets }) => {
  const url = cluster.url(DATABASE);
  const port = await freePort();
  const tell = () => undefined;
  const { sessionSecret } = secrets;
  const server = await startServer({ url, sessionSecret, port, demo: 'facts', tell });
  try {
    const ask = await signedIn(server.address);
    const alone = await engineAlone(ask);
    const lines = await copySales(cluster);
    const began = performance.now();
    const { id } = await ask('POST', '/sales-backtest', {
      from: null,
      until: null,
      customer: null,
      category: null,
      by: { kind: 'version', version: 1 },
    });
    const asked = performance.now() - began;
    const workers = Array.from({ length: WORKERS }, () =>
      spawn(process.execPath, [WORKER], {
        stdio: 'ignore',
        env: { ...process.env, NODE_ENV: 'production', HONEST_LEDGER_DATABASE: url },
      }),
    );
    const from = performance.now();
    let most = 0;
    let run;
    do {
      await pause(500);
      for (const { pid } of workers) most = Math.max(most, peakMegabytes(pid));
      run = await ask('GET', `/sales-backtest/${id}`);
    } while (run.state === 'running');
    const seconds = (performance.now() - from) / 1000;
    for (const worker of workers) worker.kill('SIGTERM');
    const speed = run.lines / seconds;
    console.log(`\nPast sales priced again by version 1, of ${lines} lines on ${run.sales} sales
  ${machine()}, ${WORKERS} worker processes, PostgreSQL on the same machine
  ${run.state}: ${run.different} lines differ, ${run.faults} faults
  the parts put on the queue    ${(asked / 1000).toFixed(1)} s
  the engine alone, one core    ${alone.toFixed(0)} lines a second
  end to end                    ${speed.toFixed(0)} lines a second in ${seconds.toFixed(0)} s, ${(speed / alone).toFixed(2)} times one core of the engine alone
  a worker at its largest       ${most.toFixed(0)} MB
  (aim: 25,000 lines a second, 1,000 MB)`);
  } finally {
    await server.stop();
  }
});

/**
 * Lines a second, priced with all workings and printed, as the job does it to compare them.
 * @param {Awaited<ReturnType<typeof signedIn>>} ask
 */
async function engineAlone(ask) {
  const page = await ask('GET', `/documents?kind=sale&state=posted&limit=${SAMPLE}&offset=0`);
  const setup = compileSetup(setupFromForm(await ask('GET', '/versions/1/setup')));
  const documents = [];
  for (const { number } of page.rows) {
    documents.push(documentFromForm(await ask('GET', `/documents/${number}/document`)));
  }
  let lines = 0;
  const from = performance.now();
  while (performance.now() - from < 5000) {
    for (const document of documents) {
      serialized(priceDocument(setup, document).lines);
      lines += document.lines.length;
    }
  }
  return (lines / (performance.now() - from)) * 1000;
}

/**
 * Copies all posted sales until there are lines enough.
 * @param {Awaited<ReturnType<typeof import('../tools/installation.mjs').startDatabase>>['cluster']} cluster
 * @returns how many there are
 */
async function copySales(cluster) {
  const count = async () =>
    Number(
      await cluster.query(
        `select count(*) from document_lines l join documents d on d.number = l.document_number
          where d.state = 'posted'`,
        DATABASE,
      ),
    );
  const there = await count();
  const times = Math.max(0, Math.round(WANTED / there) - 1);
  await cluster.query(
    `create temporary table copies as
      select d.number as old, nextval(pg_get_serial_sequence('documents', 'number'))::int as new
      from documents d cross join generate_series(1, ${times}) where d.state = 'posted';
    insert into documents (number, kind, state, customer_id, title, currency, outlet_id, outcome,
        total, changed_by, changed_at, settled_at) overriding system value
      select c.new, d.kind, d.state, d.customer_id, d.title, d.currency, d.outlet_id, d.outcome,
        d.total, d.changed_by, d.changed_at, d.settled_at
      from copies c join documents d on d.number = c.old;
    insert into document_lines (id, document_number, position, item_id, quantity, unit, duration,
        amount, version, model_version, priced_at, facts_hash, priced)
      select own.id, c.new, l.position, l.item_id, l.quantity, l.unit, l.duration, l.amount,
        l.version, l.model_version, l.priced_at, l.facts_hash,
        jsonb_set(l.priced, '{id}', to_jsonb(own.id::text))
      from copies c join document_lines l on l.document_number = c.old
        cross join lateral (select md5(c.new::text || l.id::text)::uuid as id) own;
    analyze documents; analyze document_lines`,
    DATABASE,
  );
  return count();
}

/** @param {number | undefined} pid */
function peakMegabytes(pid) {
  const status = readFileSync(`/proc/${pid}/status`, 'utf8');
  return Number(/VmHWM:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
}
