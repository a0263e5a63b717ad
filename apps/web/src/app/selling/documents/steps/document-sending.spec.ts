import { openView } from '../../../testing/documents';
import { showScreen, signedIn, type ShownScreen } from '../../../testing/screens';
import { DocumentSending } from './document-sending';

const SENT = {
  id: 3,
  to: 'buyer@pottery.example',
  subject: 'Quote 1007',
  text: '',
  sentBy: 'Ines Marlow',
  sentAt: '2026-11-24T14:32:00Z',
};

describe('sending a document', () => {
  let screen: ShownScreen<DocumentSending>;
  const show = async (changes = {}): Promise<void> => {
    screen = await showScreen(DocumentSending, { open: openView(changes) });
    signedIn(screen, 'sales');
    await screen.answer('GET', '/api/documents/1007/sendings', []);
    await screen.settle();
  };

  it('goes to an address with its title, and is told afterwards', async () => {
    await show();
    await screen.press('Send…');
    const to = screen.host.querySelector<HTMLInputElement>('[name=to]');
    if (!to) throw new Error('there is a field');
    to.value = SENT.to;
    screen.host.querySelector('form')?.dispatchEvent(new Event('submit', { cancelable: true }));
    const sent = await screen.answer('POST', '/api/documents/1007/sendings', [SENT], 201);
    expect(sent).toEqual({ revision: 1, to: SENT.to, subject: 'Quote 1007', text: '' });
    await screen.settle();
    expect(screen.text()).toContain('Sent to buyer@pottery.example');
    expect(screen.host.querySelector('a')?.getAttribute('href')).toBe('/api/sendings/3/message');
  });

  it('waits where something is Not saved yet, in its place', async () => {
    await show();
    const button = (): HTMLButtonElement | null => screen.host.querySelector('button');
    expect(button()?.disabled).toBeFalse();
    const open = openView();
    const editing = { ...open.editing, state: 'changed' as const };
    screen.fixture.componentRef.setInput('open', { ...open, editing });
    await screen.settle();
    expect([button()?.disabled, button()?.title]).toEqual([
      true,
      'Not saved yet, so it cannot be sent',
    ]);
  });

  it('is not offered for what waits for approval', async () => {
    await show({ held: true });
    expect(screen.host.querySelector('button')).toBeNull();
  });
});
