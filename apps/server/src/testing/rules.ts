import type { DraftRow, DocumentEdit, DocumentView, RuleContent } from '@honest-ledger/contracts';
import { PLAIN_LINE, NO_LIMITS } from '@honest-ledger/engine';
import { randomUUID } from 'node:crypto';
import type { Answer, Browser } from './test-server';

/** 10 % off three dipping glazes or more. */
export const GLAZES: RuleContent = {
  name: 'Glaze days',
  words: 'Spring glazes',
  currency: 'EUR',
  place: 0,
  paused: false,
  validity: { days: { from: null, until: null }, weekdays: null, times: null },
  outlets: null,
  trigger: { kind: 'automatic' },
  when: {
    kind: 'all',
    of: [
      { kind: 'goods', scopes: [{ kind: 'category', category: 'dipping' }] },
      {
        kind: 'number',
        fact: { kind: 'quantity' },
        comparison: { kind: 'atLeast', value: '3' },
      },
    ],
  },
  effect: { kind: 'percent', percent: '-10', of: 'running', startsFrom: 'running' },
  combinable: true,
  stopProcessing: false,
  limits: NO_LIMITS,
};

/** What specifications of rules do over and over, as somebody who is signed in. */
export function ruleDesk(browser: Browser) {
  const save = (content: unknown, id: string, revision = 0): Promise<Answer> =>
    browser.ask('PUT', `/edits/rule/${id}`, { content, revision, draft: null });
  const draft = async (): Promise<DraftRow> => {
    const [found] = (await browser.ask('GET', '/drafts')).as<DraftRow[]>();
    if (!found) throw new Error('a draft is open');
    return found;
  };
  const publish = async (): Promise<void> => {
    const { id, revision } = await draft();
    const answer = await browser.ask('POST', `/drafts/${id}/publish`, { revision, note: 'rules' });
    expect(answer.status).toBe(200);
  };
  const dipping = async (): Promise<string> => {
    const page = (await browser.ask('GET', '/items?category=dipping&limit=1&offset=0')).as<{
      readonly rows: readonly { readonly item: string }[];
    }>();
    return page.rows[0]?.item ?? '';
  };
  /** A new quote of one dipping glaze. */
  const quote = async (
    quantity: string,
    changes: Partial<DocumentEdit> = {},
  ): Promise<DocumentView> => {
    const begun = (
      await browser.ask('POST', '/documents', { customer: 'C4001' })
    ).as<DocumentView>();
    const line = { item: await dipping(), quantity, unit: null, duration: null };
    const rest = { ...PLAIN_LINE };
    const saved = await browser.ask('PUT', `/documents/${String(begun.number)}`, {
      revision: begun.revision,
      customer: 'C4001',
      title: '',
      outlet: null,
      currency: 'EUR',
      level: null,
      lines: [{ id: randomUUID(), ...line, ...rest }],
      ...changes,
    });
    expect(saved.status).toBe(200);
    return saved.as<DocumentView>();
  };
  /** Publishes a rule of its own. @returns its id */
  const published = async (changes: Partial<RuleContent>): Promise<string> => {
    const id = randomUUID();
    const saved = await save({ ...GLAZES, name: id, ...changes }, id);
    expect(saved.status).toBe(200);
    await publish();
    return id;
  };
  /** Takes a rule out again, by a version of its own. */
  const withdrawn = async (id: string): Promise<void> => {
    expect((await save(null, id)).status).toBe(200);
    await publish();
  };
  return { save, draft, publish, dipping, quote, published, withdrawn };
}

export type RuleDesk = ReturnType<typeof ruleDesk>;

/** The names of the rules that the first line's units are under. */
export function rulesIn({ priced: [line] }: DocumentView): string[] {
  if (line?.kind !== 'priced') return [];
  return line.slices.flatMap(({ steps }) =>
    steps.flatMap(({ source }) => (source.kind === 'rule' ? [source.rule.name] : [])),
  );
}

/** What an answer refuses, a field a line. */
export function refusedIn(answer: Answer): string {
  return (answer.problem.fields ?? [])
    .map(({ path, sentence }) => `${path}: ${sentence}`)
    .join('\n');
}
