import type { NewSending, Sending } from '@honest-ledger/contracts';
import { documentDesk, lineOf } from '../../testing/documents';
import { testServer, type Answer, type Browser, type TestServer } from '../../testing/test-server';

describe('the outbox', () => {
  let server: TestServer;
  let browser: Browser;
  beforeEach(async () => {
    server = await testServer();
    browser = await server.signedIn('noor@saltmarsh.example');
  });
  afterEach(() => server.stop());

  const send = (number: number, changes: Partial<NewSending> = {}): Promise<Answer> =>
    browser.ask('POST', `/documents/${String(number)}/sendings`, {
      revision: 2,
      to: 'Buyer@pottery.example',
      subject: 'Your quote – for spring',
      text: 'As we said on the phone.',
      ...changes,
    });

  it('keeps what was sent as it went: a message with the PDF in it', async () => {
    const quote = await documentDesk(browser).begin('quote', [lineOf('GL-1180')]);
    const [sent] = (await send(quote.number)).as<Sending[]>();
    expect([sent?.to, sent?.subject, sent?.sentBy]).toEqual([
      'Buyer@pottery.example',
      'Your quote – for spring',
      'Noor Salter',
    ]);
    const message = await browser.ask('GET', `/sendings/${String(sent?.id)}/message`);
    expect(message.type).toBe('message/rfc822');
    expect(message.text).toContain('To: Buyer@pottery.example');
    const name = `quote-${String(quote.number)}.pdf`;
    expect(message.text).toContain(`filename=${name}`);
    const [, body = ''] =
      /filename=quote-\d+\.pdf\r\n\r\n([\s\S]*?)\r\n--/.exec(message.text) ?? [];
    expect(Buffer.from(body, 'base64').toString('latin1').startsWith('%PDF-')).toBeTrue();
  });

  it('sends nothing that waits for approval, was cancelled, or is another than was seen', async () => {
    const off = { kind: 'percent', percent: '-20' } as const;
    const discount = { off, reason: 'so' };
    const held = await documentDesk(browser).begin('quote', [lineOf('GL-1180', { discount })]);
    expect((await send(held.number)).problem.detail).toContain('needs approval');
    const quote = await documentDesk(browser).begin('quote', [lineOf('GL-1180')]);
    expect((await send(quote.number, { revision: 1 })).status).toBe(409);
    expect((await send(quote.number, { to: 'nobody' })).status).toBe(422);
    expect((await send(quote.number, { subject: 'a\r\nBcc: b@c.example' })).status).toBe(422);
    const none = await browser.ask('GET', `/documents/${String(quote.number)}/sendings`);
    expect(none.as<Sending[]>()).toEqual([]);
  });
});
