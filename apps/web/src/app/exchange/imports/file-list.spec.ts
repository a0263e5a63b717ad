import type { ImportView } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import { levelContent } from '../../testing/levels';
import { problemBody, showScreen, signedIn, type ShownScreen } from '../../testing/screens';
import { FileList } from './file-list';
import { filesEffects } from './files.effects';
import { filesFeature } from './files.feature';

const LEVEL = {
  id: 'l',
  state: 'published' as const,
  content: levelContent({ name: 'Trade' }),
  customers: 0,
};

describe('the files that were sent in', () => {
  let screen: ShownScreen<FileList>;
  async function show(inputs: object, files: readonly ImportView[] = []): Promise<void> {
    screen = await showScreen(
      FileList,
      { ...inputs },
      provideState(filesFeature),
      provideEffects(filesEffects),
    );
    screen.host.style.cssText =
      'display: flex; flex-direction: column; height: 600px; width: 1200px';
    signedIn(screen);
    await screen.answerReference({ levels: [LEVEL] });
    await screen.answer('GET', '/api/imports', files);
    await screen.drawn();
  }
  const field = (): HTMLInputElement => {
    const found = screen.host.querySelector<HTMLInputElement>('input[type=file]');
    if (!found) throw new Error('no field for a file');
    return found;
  };
  const pick = async (name: string, text: string): Promise<void> => {
    const picked = new DataTransfer();
    picked.items.add(new File([text], name, { type: 'text/csv' }));
    field().files = picked.files;
    field().dispatchEvent(new Event('change'));
    await screen.settle();
  };
  const sent = () => {
    const [open] = screen.server.match(({ method }) => method === 'POST');
    if (!open) throw new Error('nothing was sent');
    return open;
  };

  it('are none at first, and the place to send one says where it goes', async () => {
    await show({});
    expect(screen.text()).toContain('No file yet. Choose one above.');
    expect(screen.text()).toContain('or drop it here.');
  });

  it('are sent as what the screen that led here is about', async () => {
    await show({ kind: 'customers' });
    await pick('customers.csv', 'Customer,Name');
    const { request } = sent();
    expect(request.urlWithParams).toBe('/api/imports?kind=customers');
    const body = request.body as FormData;
    expect((body.get('file') as File).name).toBe('customers.csv');
    expect(screen.text()).toContain('Uploading…');
    // the same file can be picked again once it is mended
    await screen.press('Stop');
    await screen.answer('GET', '/api/imports', []);
    expect(field().value).toBe('');
  });

  it('of prices need the level they are of', async () => {
    await show({ kind: 'levelPrices' });
    expect(field().disabled).toBeTrue();
    await screen.choose('Price level', (await screen.offered('Price level'))[0] ?? '');
    expect(field().disabled).toBeFalse();
    await pick('prices.csv', 'Item,Price');
    expect(sent().request.urlWithParams).toBe('/api/imports?kind=levelPrices&level=l');
  });

  it('that cannot be read say why, and the next one can be sent', async () => {
    await show({});
    await pick('catalogue.csv', 'nothing');
    const detail = 'The file has no column Item.';
    sent().flush(problemBody(422, detail), { status: 422, statusText: 'Problem' });
    await screen.settle();
    expect(screen.text()).toContain(detail);
    expect(field().disabled).toBeFalse();
  });

  it('cannot be sent by who may only look', async () => {
    await show({});
    signedIn(screen, 'reader');
    await screen.settle();
    expect(screen.host.querySelector('input[type=file]')).toBeNull();
  });
});
