import { showScreen, type ShownScreen } from '../../testing/screens';
import { ChoiceField } from './choice-field';
import { ChoicesField } from './choices-field';

const CLAY = { code: 'clay', name: 'Clay' };
const GLAZE = { code: 'glaze', name: 'Glazes' };

describe('a field for one choice', () => {
  let screen: ShownScreen<ChoiceField>;
  let chosen: string[];
  const show = async (inputs: object): Promise<void> => {
    chosen = [];
    screen = await showScreen(ChoiceField, { label: 'Category', code: '', ...inputs });
    screen.fixture.componentInstance.chosen.subscribe((code) => chosen.push(code));
  };

  it('offers what it is given as objects, as pairs, and as codes that are their own names', async () => {
    await show({ options: [CLAY, ['glaze', 'Glazes'], 'EUR'] });
    expect(await screen.offered('Category')).toEqual(['Clay', 'Glazes', 'EUR']);
    await screen.choose('Category', 'Glazes');
    await screen.choose('Category', 'EUR');
    expect(chosen).toEqual(['glaze', 'EUR']);
  });

  it('offers nothing by its name where nothing may be chosen', async () => {
    await show({ options: [CLAY], none: 'No category', code: 'clay' });
    expect(screen.chosen('Category')).toBe('Clay');
    await screen.choose('Category', 'No category');
    expect(chosen).toEqual(['']);
  });

  it('follows what it is given, and says what is wrong with it', async () => {
    await show({ options: [CLAY, GLAZE], code: 'clay' });
    screen.fixture.componentRef.setInput('code', 'glaze');
    screen.fixture.componentRef.setInput('problem', 'There is no such category.');
    await screen.settle();
    expect(screen.chosen('Category')).toBe('Glazes');
    expect(screen.wrong('Category')).toBe('There is no such category.');
    screen.fixture.componentRef.setInput('problem', null);
    await screen.settle();
    expect(screen.wrong('Category')).toBeNull();
  });

  it('is searched by words in any order where there are more than twelve', async () => {
    const options = Array.from({ length: 13 }, (_, at) => ({
      code: String(at),
      name: `Stoneware ${String(at)}`,
      group: at < 6 ? 'Clay' : 'Glazes',
    }));
    await show({ options });
    screen.field('Category').querySelector<HTMLElement>('.mat-mdc-select-trigger')?.click();
    await screen.drawn();
    const search = document.querySelector<HTMLInputElement>('.mat-select-search-inner input');
    if (!search) throw new Error('there is a search');
    search.value = '12 stone';
    search.dispatchEvent(new Event('input'));
    await screen.drawn();
    const found = [...document.querySelectorAll('.mat-mdc-select-panel mat-option')].map(
      ({ textContent }) => textContent.trim(),
    );
    expect(found.filter((name) => name.startsWith('Stoneware'))).toEqual(['Stoneware 12']);
    document.querySelector<HTMLElement>('.cdk-overlay-backdrop')?.click();
  });

  it('cannot be opened while it is disabled', async () => {
    await show({ options: [CLAY], disabled: true });
    expect(screen.field('Category').getAttribute('aria-disabled')).toBe('true');
  });
});

describe('a field for several choices', () => {
  it('stands for all where none is chosen, and gives the chosen in the order of the options', async () => {
    const changes: (readonly string[] | null)[] = [];
    const screen = await showScreen(ChoicesField, {
      label: 'Outlets',
      all: 'All outlets',
      options: [CLAY, GLAZE],
      codes: null,
    });
    screen.fixture.componentInstance.changed.subscribe((codes) => {
      changes.push(codes);
      screen.fixture.componentRef.setInput('codes', codes);
    });
    expect(screen.text()).toContain('All outlets');
    await screen.tick('Outlets', 'Glazes');
    await screen.tick('Outlets', 'Clay');
    await screen.tick('Outlets', 'Glazes');
    await screen.tick('Outlets', 'Clay');
    expect(changes).toEqual([['glaze'], ['clay', 'glaze'], ['clay'], null]);
  });
});
