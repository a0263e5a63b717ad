import type {
  ApprovalRow,
  BrokenGuard,
  DocumentEdit,
  DocumentView,
  DraftRow,
  HandLimit,
  Page,
  SetupContents,
} from '@honest-ledger/contracts';
import { and, eq, sql } from 'drizzle-orm';
import { changes } from '../../platform/database/schema/index';
import { documentDesk, lineOf } from '../../testing/documents';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

const GLAZE = 'GL-1180';
const off = (percent: string): DocumentEdit['discount'] => ({
  off: { kind: 'percent', percent: `-${percent}` },
  reason: 'they buy every week',
});

describe('what is taken off by hand', () => {
  let server: TestServer;
  let [sales, approver, administrator]: Browser[] = [];
  beforeEach(async () => {
    server = await testServer();
    sales = await server.signedIn('noor@saltmarsh.example');
    approver = await server.signedIn('ada@saltmarsh.example');
    administrator = await server.signedIn('ines@saltmarsh.example');
  });
  afterEach(() => server.stop());

  const desk = (by: Browser | undefined = sales) => {
    if (!by) throw new Error('everybody has signed in');
    return documentDesk(by);
  };
  const ask = (
    by: Browser | undefined,
    { number, revision }: DocumentView,
    note = 'They would go elsewhere',
  ): Promise<Answer> => {
    if (!by) throw new Error('everybody has signed in');
    return by.ask('POST', `/documents/${String(number)}/approval`, { revision, note });
  };
  const queue = async (by = approver): Promise<readonly ApprovalRow[]> =>
    (await by?.ask('GET', '/approvals'))?.as<Page<ApprovalRow>>().rows ?? [];
  const decide = async (
    approved: boolean,
    word = approved ? '' : 'Too much for one bag',
    by = approver,
  ): Promise<Answer> => {
    const [first] = await queue();
    const answer = await by?.ask('POST', `/approvals/${String(first?.id)}/decision`, {
      approved,
      word,
    });
    if (!answer) throw new Error('everybody has signed in');
    return answer;
  };
  /** Publishes another base price of an item; null for none. */
  const publishPrice = async (item: string, price: string | null): Promise<void> => {
    const content = price === null ? [] : [{ kind: 'own', item, unit: null, price }];
    await administrator?.ask('PUT', `/edits/basePrice/${item}`, {
      content,
      revision: 0,
      draft: null,
    });
    const drafts = (await administrator?.ask('GET', '/drafts'))?.as<DraftRow[]>() ?? [];
    const [draft] = drafts;
    const body = { revision: draft?.revision, note: '' };
    const answer = await administrator?.ask('POST', `/drafts/${draft?.id ?? ''}/publish`, body);
    expect(answer?.status).toBe(200);
  };
  const told = ({ guards }: { readonly guards: readonly BrokenGuard[] }): unknown[] =>
    guards.map((guard) => [
      guard.kind,
      guard.item,
      guard.amount,
      ...(guard.kind === 'limit' ? [guard.role, guard.most, guard.off, guard.without] : []),
    ]);

  it('is free within the limit of the role, and broken beyond it', async () => {
    const within = await desk().begin('order', [lineOf(GLAZE, { discount: off('5') })]);
    expect([within.held, within.guards]).toEqual([false, []]);
    const beyond = await desk().save(within, { lines: [lineOf(GLAZE, { discount: off('20') })] });
    const [line] = beyond.priced;
    if (line?.kind !== 'priced') throw new Error('it has a price');
    const without = within.priced.map((one) => one.kind === 'priced' && one.slices[0]?.amount)[0];
    expect(beyond.held).toBeTrue();
    expect(told(beyond)).toEqual([['limit', GLAZE, line.amount, 'sales', '5', '20.00', without]]);
    const free = await desk(administrator).begin('order', [lineOf(GLAZE, { discount: off('20') })]);
    expect(free.held).toBeFalse();
  });

  it('is reckoned together: a price by hand, and a part of what is taken off the document', async () => {
    const priceByHand = { price: '0.01', reason: 'so' };
    const price = await desk().begin('quote', [lineOf(GLAZE, { priceByHand })]);
    expect(price.guards.map(({ kind }) => kind)).toEqual(['limit']);
    const whole = await desk().begin('quote', [lineOf(GLAZE)], { discount: off('6') });
    expect(whole.guards.map(({ line, item }) => [line, item])).toEqual([[null, '']]);
    const both = await desk().begin('quote', [lineOf(GLAZE, { discount: off('4') })], {
      discount: off('4'),
    });
    expect(both.guards.map((guard) => guard.kind === 'limit' && guard.off)).toEqual([
      jasmine.stringMatching(/^7\.8/),
    ]);
  });

  it('stays whose it was, whoever changes something else', async () => {
    const order = await desk().begin('order', [lineOf(GLAZE, { discount: off('20') })]);
    const titled = await desk(administrator).save(order, { title: 'For the open day' });
    expect(titled.held).toBeTrue();
    const lines = titled.lines.map((line) => ({ ...line, discount: off('19') }));
    expect((await desk(administrator).save(titled, { lines })).held).toBeFalse();
  });

  it('is listed in the order of any column, what is not decided last', async () => {
    for (const quantity of ['40', '2', '9']) {
      const line = lineOf(GLAZE, { discount: off('20'), quantity });
      expect((await ask(sales, await desk().begin('quote', [line]))).status).toBe(204);
    }
    expect((await decide(true)).status).toBe(204);
    const sorted = async (order: string): Promise<readonly ApprovalRow[]> =>
      (await approver?.ask('GET', `/approvals?sort=${order}`))?.as<Page<ApprovalRow>>().rows ?? [];
    const totals = (await sorted('total&descending=false')).map(({ total }) => Number(total));
    expect(totals.length).toBeGreaterThan(2);
    expect(totals).toEqual(totals.toSorted((one, other) => one - other));
    const back = (await sorted('total&descending=true')).map(({ total }) => Number(total));
    expect(back).toEqual(totals.toReversed());
    for (const direction of ['false', 'true']) {
      const rows = await sorted(`decidedBy&descending=${direction}`);
      const isDecided = rows.map(({ decidedBy }) => decidedBy !== null);
      expect(isDecided.lastIndexOf(true)).toBeLessThan(isDecided.indexOf(false));
    }
    const states = (await sorted('state&descending=false')).map(({ state }) => state);
    expect(states).toEqual(states.toSorted());
    expect((await sorted('currency')).length).toBe(totals.length);
  });

  it('is nobody’s to lend: of more goods it is theirs who may take off less', async () => {
    const free = await desk(administrator).begin(
      'order',
      [lineOf(GLAZE, { discount: off('20') }), lineOf('CL-0207')],
      { discount: off('10') },
    );
    const titled = await desk().save(free, { title: 'As agreed' });
    expect(titled.held).toBeFalse();
    const [glaze, clay] = titled.lines;
    if (!glaze || !clay) throw new Error('there are two lines');
    const more = await desk().save(titled, { lines: [{ ...glaze, quantity: '90' }, clay] });
    expect(more.guards.map(({ line }) => line)).toEqual([glaze.id, null]);
    const back = await desk(administrator).save(more, { lines: [glaze, clay] });
    expect(back.held).toBeTrue();
  });

  it('goes no further and to no customer until it is approved, and then it does', async () => {
    const order = await desk().begin('order', [lineOf(GLAZE, { discount: off('20') })]);
    const { number } = order;
    const sentence = `Order ${String(number)} breaks a guard, so it needs approval.`;
    for (const refused of [
      await desk(administrator).advanced(number, 'order'),
      await administrator?.ask('GET', `/documents/${String(number)}/paper`),
    ]) {
      expect([refused?.status, refused?.problem.detail]).toEqual([422, sentence]);
    }
    expect((await ask(sales, order)).status).toBe(204);
    expect((await ask(sales, order)).status).toBe(409);
    const [row] = await queue();
    expect([row?.number, row?.state, row?.askedBy, row?.note]).toEqual([
      number,
      'asked',
      'Noor Salter',
      'They would go elsewhere',
    ]);
    expect((await decide(true, '', sales)).status).toBe(403);
    expect((await decide(true, 'This once')).status).toBe(204);
    expect((await decide(true)).status).toBe(409);
    const approved = await desk().read(number);
    expect([approved.held, approved.approval?.state, approved.approval?.decidedBy]).toEqual([
      false,
      'approved',
      'Ada Fenwick',
    ]);
    expect((await desk().advanced(number, 'order')).status).toBe(200);
    const record = await server.database
      .select({ action: changes.action })
      .from(changes)
      .where(and(eq(changes.objectKind, 'document'), eq(changes.objectKey, String(number))))
      .orderBy(changes.id);
    expect(record.map(({ action }) => action)).toEqual([
      'made',
      'changed',
      'approval asked',
      'approved',
      'confirmed',
    ]);
  });

  it('is refused with a reason, and may be asked for anew', async () => {
    const order = await desk().begin('order', [lineOf(GLAZE, { discount: off('20') })]);
    await ask(sales, order);
    expect((await decide(false, '')).status).toBe(422);
    expect((await decide(false)).status).toBe(204);
    const refused = await desk().read(order.number);
    expect([refused.held, refused.approval?.state, refused.approval?.word]).toEqual([
      true,
      'refused',
      'Too much for one bag',
    ]);
    expect((await ask(sales, refused)).status).toBe(204);
  });

  it('that somebody asks for is decided by somebody else', async () => {
    const order = await desk().begin('order', [lineOf(GLAZE, { discount: off('20') })]);
    await ask(approver, order);
    const own = await decide(true);
    expect([own.status, own.problem.detail]).toEqual([
      403,
      'You cannot decide your own request. Ask another approver.',
    ]);
    expect((await decide(true, '', administrator)).status).toBe(204);
  });

  it('is overtaken by another discount, and not by anything else', async () => {
    const order = await desk().begin('order', [lineOf(GLAZE, { discount: off('20') })]);
    await ask(sales, order);
    const more = await desk().save(order, { lines: [...order.lines, lineOf('CL-0207')] });
    expect(more.approval?.state).toBe('asked');
    const lines = more.lines.map((line) => ({ ...line, discount: line.discount && off('30') }));
    const deeper = await desk().save(more, { lines });
    expect(deeper.approval?.state).toBe('overtaken');
    expect((await decide(true)).problem.detail).toContain('was changed since');
  });

  it('is approved for what is made from it, too, and once for each line', async () => {
    const quote = await desk().begin('quote', [lineOf(GLAZE, { discount: off('20') })]);
    await ask(sales, quote);
    await decide(true);
    const order = (await desk().advanced(quote.number, 'order')).as<DocumentView>();
    expect([order.guards.length, order.held]).toEqual([1, false]);
    const twice = [...order.lines, lineOf(GLAZE, { discount: off('20') })];
    expect((await desk().save(order, { lines: twice })).held).toBeTrue();
  });

  it('was typed for a customer, an outlet and a currency: for another it is theirs who may take off less', async () => {
    const byHand = { price: '2.00', reason: 'agreed by telephone' };
    for (const change of [
      { customer: 'C1002' },
      { currency: 'USD' },
      { outlet: 'mill' },
    ] satisfies Partial<DocumentEdit>[]) {
      const free = await desk(administrator).begin('order', [
        lineOf(GLAZE, { priceByHand: byHand, quantity: '40' }),
      ]);
      expect(free.held).toBeFalse();
      expect((await desk().save(free, { title: 'As agreed' })).held).toBeFalse();
      const current = await desk().read(free.number);
      const other = await desk().save(current, change);
      expect([other.held, other.guards.map(({ kind }) => kind)])
        .withContext(JSON.stringify(change))
        .toEqual([true, ['limit']]);
      // it is not lent again by going back
      const back = await desk().save(other, {
        customer: free.customer,
        currency: free.currency,
        outlet: free.outlet,
      });
      expect(back.held).toBeTrue();
    }
  });

  it('was typed for a price without it: where that rises, it is theirs who may take off less', async () => {
    const priceByHand = { price: '2.00', reason: 'agreed by telephone' };
    const free = await desk(administrator).begin('order', [lineOf(GLAZE, { priceByHand })]);
    expect((await desk().save(free, { title: 'As agreed' })).held).toBeFalse();
    await publishPrice(GLAZE, '99.00');
    const read = await desk().read(free.number);
    const dearer = await desk().save(read, { title: 'At the new price' });
    expect(dearer.held).toBeTrue();
  });

  it('is approved for a customer, and for no other', async () => {
    const order = await desk().begin('order', [lineOf(GLAZE, { discount: off('20') })]);
    await ask(sales, order);
    expect((await decide(true, 'For them only')).status).toBe(204);
    const approved = await desk().read(order.number);
    expect(approved.held).toBeFalse();
    const other = await desk().save(approved, { customer: 'C1002' });
    expect(other.held).toBeTrue();
    const back = await desk().save(other, { customer: order.customer });
    expect(back.held).toBeFalse(); // that is what was approved
  });

  it('has the stricter of two limits where both changed it', async () => {
    await administrator?.ask('PUT', '/hand-limits/approver', {
      seen: { mostOff: null },
      content: { mostOff: '15' },
    });
    const own = await desk(approver).begin('order', [lineOf(GLAZE, { discount: off('12') })]);
    expect(own.held).toBeFalse();
    const more = await desk().save(own, {
      lines: own.lines.map((line) => ({ ...line, quantity: '30' })),
    });
    expect(more.guards.map((guard) => guard.kind === 'limit' && guard.most)).toEqual(['5']);
  });

  it('is theirs who type the discount of the document again', async () => {
    const held = await desk().begin('order', [lineOf(GLAZE)], { discount: off('20') });
    expect(held.held).toBeTrue();
    const again = await desk(administrator).save(held, { discount: off('21') });
    expect(again.held).toBeFalse();
  });

  it('is decided by nobody who typed it, whoever asks', async () => {
    await administrator?.ask('PUT', '/hand-limits/approver', {
      seen: { mostOff: null },
      content: { mostOff: '15' },
    });
    const order = await desk(approver).begin('order', [lineOf(GLAZE, { discount: off('20') })]);
    expect(order.held).toBeTrue();
    await ask(sales, order);
    const own = await decide(true);
    expect([own.status, own.problem.detail]).toEqual([
      403,
      'You cannot decide what you entered yourself. Ask another approver.',
    ]);
    expect((await decide(true, '', administrator)).status).toBe(204);
  });

  it('is beyond the limit where nobody can say what it costs without', async () => {
    await publishPrice('CL-0207', null);
    // without a cost, no cost table makes it a price
    const own = sql`(select id from items where number = 'CL-0207')`;
    await server.database.execute(sql`delete from item_costs where item_id = ${own}`);
    await server.database.execute(sql`delete from purchase_costs where item_id = ${own}`);
    const plain = await desk().begin('order', [lineOf('CL-0207')], {}, null);
    if (plain.unpricedLines !== 1) throw new Error('it is to have no price');
    const byHand = await desk().save(plain, {
      lines: plain.lines.map((line) => ({
        ...line,
        priceByHand: { price: '3.00', reason: 'as the last time' },
      })),
    });
    expect(byHand.guards.map((guard) => guard.kind === 'limit' && guard.without)).toEqual([null]);
  });

  it('of two approvals is not more than either: they do not add up', async () => {
    const quote = await desk().begin('quote', [lineOf(GLAZE, { discount: off('20') })]);
    await ask(sales, quote);
    await decide(true);
    const order = (await desk().advanced(quote.number, 'order')).as<DocumentView>();
    // asked and approved once more for the order: still one line of it, not two
    const twice = await desk().save(order, {
      lines: [...order.lines, lineOf(GLAZE, { discount: off('20') })],
    });
    expect(twice.held).toBeTrue();
    const one = await desk().save(twice, { lines: twice.lines.slice(0, 1) });
    expect(one.held).toBeFalse();
    const again = await desk().save(one, {
      lines: [...one.lines, lineOf(GLAZE, { discount: off('20') })],
    });
    expect(again.held).toBeTrue();
  });

  it('that was overtaken never counts as approved', async () => {
    const order = await desk().begin('order', [lineOf(GLAZE, { discount: off('20') })]);
    await ask(sales, order);
    const lines = order.lines.map((line) => ({ ...line, discount: off('30') }));
    const deeper = await desk().save(order, { lines });
    expect((await decide(true)).status).toBe(409);
    // back at what was asked for: nobody has approved it
    const back = await desk().save(deeper, { lines: order.lines });
    expect([back.held, back.approval?.state]).toEqual([true, 'overtaken']);
  });

  it('is refused when it is confirmed and only then breaks a guard, priced once more', async () => {
    const order = await desk().begin('order', [lineOf(GLAZE, { discount: off('5') })]);
    expect(order.held).toBeFalse();
    await administrator?.ask('PUT', '/hand-limits/sales', {
      seen: { mostOff: '5' },
      content: { mostOff: '3' },
    });
    const refused = await desk().advanced(order.number, 'order');
    expect([refused.status, refused.problem.detail]).toEqual([
      422,
      `Order ${String(order.number)} breaks a guard, so it needs approval.`,
    ]);
    expect((await desk().read(order.number)).state).toBe('open');
  });

  it('has limits that an administrator sets, from the next time a document is priced', async () => {
    const limits = (await sales?.ask('GET', '/hand-limits'))?.as<HandLimit[]>();
    expect(limits?.find(({ role }) => role === 'sales')?.mostOff).toBe('5');
    const set = (seen: string | null, mostOff: string | null) =>
      administrator?.ask('PUT', '/hand-limits/sales', {
        seen: { mostOff: seen },
        content: { mostOff },
      });
    expect((await set('4', '25'))?.status).toBe(409);
    expect((await set('5', '101'))?.status).toBe(422);
    expect((await set('5', '25'))?.status).toBe(204);
    const order = await desk().begin('order', [lineOf(GLAZE, { discount: off('20') })]);
    expect(order.held).toBeFalse();
  });

  it('is held at the floor of its goods, whoever sells, and the figures are for who sees costs', async () => {
    const published = await administrator?.ask('GET', '/basics');
    const content = published?.as<{ settings: { published: SetupContents['settings'] } }>().settings
      .published;
    const least = { kind: 'margin', percent: '90' } as const;
    const floors = [{ id: 'all', scope: { kind: 'all' }, least, then: 'hold' }];
    await administrator?.ask('PUT', '/edits/settings/settings', {
      content: { ...content, floors },
      revision: 0,
      draft: null,
    });
    if (!administrator) throw new Error('everybody has signed in');
    const [draft] = (await administrator.ask('GET', '/drafts')).as<
      { id: string; revision: number }[]
    >();
    const note = 'a floor';
    const publish = `/drafts/${draft?.id ?? ''}/publish`;
    const answer = await administrator.ask('POST', publish, { revision: draft?.revision, note });
    expect(answer.status).toBe(200);
    const order = await desk(administrator).begin('order', [lineOf('TL-0042')]);
    const [guard] = order.guards;
    expect(guard?.kind === 'floor' && guard.least).toEqual(least);
    await ask(administrator, order);
    const seen = await desk().read(order.number);
    expect([seen.held, seen.guards]).toEqual([
      true,
      [jasmine.objectContaining({ kind: 'floor', least: null, missing: null })],
    ]);
    expect(JSON.stringify(await queue(sales))).not.toContain('"90"');
    expect((await decide(true)).status).toBe(204);
    expect((await desk().advanced(order.number, 'order')).status).toBe(200);
  });
});
