import { provideHttpClient, type HttpRequest } from '@angular/common/http';
import {
  HttpTestingController,
  provideHttpClientTesting,
  type TestRequest,
} from '@angular/common/http/testing';
import type { EnvironmentProviders, Provider, Type } from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { Role } from '@honest-ledger/contracts';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { categoriesEffects } from '../shared/reference/categories.effects';
import { categoriesFeature } from '../shared/reference/categories.feature';
import { draftEffects } from '../editing/draft/draft.effects';
import { objectEditsEffects } from '../editing/draft/object-edits.effects';
import { objectEditsFeature } from '../editing/draft/object-edits.feature';
import { draftFeature } from '../editing/draft/draft.feature';
import { listsEffects } from '../shared/lists/lists.effects';
import { listsFeature } from '../shared/lists/lists.feature';
import { provideIcons } from '../shared/look/icons';
import { provideFieldDefaults } from '../shared/fields/field-defaults';
import type { Reference } from '../shared/reference/reference.api';
import { outboxEffects } from '../editing/outbox/outbox.effects';
import { outboxFeature } from '../editing/outbox/outbox.feature';
import { referenceEffects } from '../shell/reference.effects';
import { referenceFeature } from '../shared/reference/reference.feature';
import { sessionEffects } from '../shared/session/session.effects';
import { sessionActions, sessionFeature } from '../shared/session/session.feature';
import { workingsFeature } from '../shared/workings/workings.feature';

/** A screen with its store and a server that the spec plays. */
export interface ShownScreen<C> {
  readonly fixture: ComponentFixture<C>;
  readonly host: HTMLElement;
  readonly store: Store;
  readonly server: HttpTestingController;
  /** The text a reader sees, blanks folded. */
  text(): string;
  /** Lets what has been set going come to rest. */
  settle(): Promise<void>;
  /** Waits until nothing has changed on the page for two frames: a grid draws its rows in several. */
  drawn(): Promise<void>;
  /** Lets a pause of the screens pass, in which nothing may be asked for. */
  quiet(pause: number): Promise<void>;
  /** Waits for what comes by itself, such as from the device; throws where it does not come. */
  until(isThere: () => boolean, awaited?: string): Promise<void>;
  press(name: string): Promise<void>;
  /** Types into a field with this label, and leaves it. */
  type(label: string, text: string): Promise<void>;
  /** Chooses an option of the field with this label. */
  choose(label: string, option: string): Promise<void>;
  /** Types into a field that offers what fits, and takes what is called so. */
  pick(label: string, text: string, option?: string): Promise<void>;
  /** Chooses one more option of a field that takes several, or one less. */
  tick(label: string, option: string): Promise<void>;
  /** The names of the options that a field offers. */
  offered(label: string): Promise<string[]>;
  /** The name of what is chosen in a field. */
  chosen(label: string): string;
  /** The field with this label: an input, or what opens a choice. */
  field(label: string): HTMLElement;
  /** What stands in a field. */
  value(label: string): string;
  /** What is wrong with what stands in a field, as it says itself; null for nothing. */
  wrong(label: string): string | null;
  /** Answers what the choices and names of the screens are filled from. */
  answerReference(reference?: Partial<Reference>): Promise<void>;
  /** Answers the one request that is open at this address, or comes to be soon. */
  answer(method: string, url: string, body: unknown, status?: number): Promise<unknown>;
}

/** How long the awaited may take on a machine that is busy. */
const UNTIL_MILLISECONDS = 10_000;

/** What one specification leaves unsent is not sent by the next one. */
beforeEach(() => {
  localStorage.clear();
});

export async function showScreen<C>(
  component: Type<C>,
  inputs: Readonly<Record<string, unknown>>,
  ...providers: (Provider | EnvironmentProviders)[]
): Promise<ShownScreen<C>> {
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      provideRouter([{ path: '**', children: [] }]),
      provideIcons(),
      provideFieldDefaults(),
      provideStore(),
      provideState(sessionFeature),
      provideState(categoriesFeature),
      provideState(draftFeature),
      provideState(workingsFeature),
      provideState(referenceFeature),
      provideState(listsFeature),
      provideState(objectEditsFeature),
      provideState(outboxFeature),
      provideEffects(
        sessionEffects,
        categoriesEffects,
        draftEffects,
        referenceEffects,
        listsEffects,
        objectEditsEffects,
        outboxEffects,
      ),
      ...providers,
    ],
  });
  const fixture = TestBed.createComponent(component);
  for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
  const host = fixture.nativeElement as HTMLElement;
  const server = TestBed.inject(HttpTestingController);
  const quiet = async (pause: number): Promise<void> => {
    await new Promise((resolve) => setTimeout(resolve, pause));
    await fixture.whenStable();
  };
  const settle = (): Promise<void> => quiet(0);
  await settle();
  const until = async (isThere: () => boolean, awaited = String(isThere)): Promise<void> => {
    const latest = Date.now() + UNTIL_MILLISECONDS;
    while (!isThere()) {
      if (Date.now() > latest) throw new Error(`it did not come: ${awaited}`);
      await quiet(10);
    }
  };
  const labelled = (label: string): HTMLElement => {
    // a panel that a screen opens lies above it, not in it
    for (const part of [host, ...document.querySelectorAll('.cdk-overlay-container')]) {
      const field = [...part.querySelectorAll<HTMLElement>('mat-form-field')].find(
        (one) => one.querySelector('mat-label')?.textContent.trim() === label,
      );
      const found =
        part.querySelector<HTMLElement>(`[aria-label="${label}"]`) ??
        field?.querySelector<HTMLElement>('input, textarea, mat-select');
      if (found) return found;
    }
    throw new Error(`no field is labelled ${label}`);
  };
  const openOptions = (): HTMLElement[] => [
    ...document.querySelectorAll<HTMLElement>('.mat-mdc-select-panel mat-option'),
  ];
  const optionsOf = async (label: string): Promise<HTMLElement[]> => {
    const trigger = labelled(label).querySelector<HTMLElement>('.mat-mdc-select-trigger');
    if (!trigger) throw new Error(`${label} is no choice`);
    trigger.click();
    await settle();
    await until(() => openOptions().length > 0, `options of ${label}`);
    return openOptions();
  };
  return {
    fixture,
    host,
    server,
    store: TestBed.inject<Store>(Store),
    settle,
    drawn: () => drawn(fixture),
    quiet,
    until,
    text: () => host.textContent.replace(/\s+/g, ' '),
    press: async (name) => {
      const button = [host, ...document.querySelectorAll('.cdk-overlay-container')]
        .flatMap((part) => [...part.querySelectorAll<HTMLElement>('button, a')])
        .find((one) => (one.getAttribute('aria-label') ?? one.textContent).trim() === name);
      if (!button) throw new Error(`no button is called ${name}`);
      button.click();
      await settle();
    },
    type: async (label, text) => {
      const field = labelled(label);
      if (!(field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement)) {
        throw new Error(`${label} is no field to type into`);
      }
      field.value = text;
      field.dispatchEvent(new Event('input'));
      field.dispatchEvent(new Event('change'));
      await settle();
    },
    choose: async (label, option) => {
      const offered = await optionsOf(label);
      const found = offered.find(({ textContent }) => textContent.trim() === option);
      if (!found) throw new Error(`${label} does not offer ${option}`);
      found.click();
      await settle();
      await until(() => openOptions().length === 0, 'the options to close');
    },
    pick: async (label, text, option = text) => {
      const field = labelled(label);
      if (!(field instanceof HTMLInputElement))
        throw new Error(`${label} is no field to type into`);
      field.focus();
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await drawn(fixture);
      const found = (): HTMLElement | undefined =>
        [...document.querySelectorAll<HTMLElement>('.mat-mdc-autocomplete-panel mat-option')].find(
          ({ textContent }) => textContent.trim() === option,
        );
      await until(() => found() !== undefined, `${label} to offer ${option}`);
      found()?.click();
      await settle();
    },
    tick: async (label, option) => {
      const offered = await optionsOf(label);
      offered.find(({ textContent }) => textContent.trim() === option)?.click();
      await settle();
      [...document.querySelectorAll<HTMLElement>('.cdk-overlay-backdrop')].at(-1)?.click();
      await until(() => openOptions().length === 0, 'the options to close');
    },
    offered: async (label) => {
      const names = (await optionsOf(label)).map(({ textContent }) => textContent.trim());
      [...document.querySelectorAll<HTMLElement>('.cdk-overlay-backdrop')].at(-1)?.click();
      await until(() => openOptions().length === 0, 'the options to close');
      return names;
    },
    chosen: (label) =>
      labelled(label).querySelector('.mat-mdc-select-value-text')?.textContent.trim() ?? '',
    field: labelled,
    value: (label) => {
      const field = labelled(label);
      return field instanceof HTMLInputElement ? field.value : '';
    },
    wrong: (label) => {
      const told = labelled(label).closest('mat-form-field')?.querySelector('mat-error');
      return told?.textContent.trim() ?? null;
    },
    answerReference: async (reference = {}) => {
      const { goods, customers, levels } = { ...REFERENCE, ...reference };
      server.expectOne('/api/goods-groups').flush(goods);
      server.expectOne('/api/customer-groups').flush(customers);
      server.expectOne('/api/levels').flush(levels);
      await settle();
    },
    answer: async (method, url, body, status = 200) => {
      const isIt = (one: HttpRequest<unknown>): boolean =>
        one.method === method && one.urlWithParams === url;
      let found: TestRequest[] = [];
      const isOpen = (): boolean => (found = server.match(isIt)).length > 0;
      await until(isOpen, `a request for ${method} ${url}`);
      const [open] = found;
      if (!open || found.length > 1) {
        throw new Error(`${String(found.length)} requests are open for ${method} ${url}`);
      }
      const sent: unknown = open.request.body;
      if (status === 0) open.error(new ProgressEvent('error'));
      else open.flush(body as object, { status, statusText: status < 300 ? 'OK' : 'Problem' });
      await settle();
      return sent;
    },
  };
}

/** Waits until nothing has changed on the page for two frames, and what is set going has come to rest. */
async function drawn(fixture: ComponentFixture<unknown>): Promise<void> {
  const latest = Date.now() + UNTIL_MILLISECONDS;
  let changed = true;
  const observer = new MutationObserver(() => (changed = true));
  observer.observe(document.body, { subtree: true, childList: true, attributes: true });
  while (changed && Date.now() < latest) {
    changed = false;
    await frame();
    await frame();
    await fixture.whenStable();
  }
  observer.disconnect();
}

function frame(): Promise<unknown> {
  return new Promise((resolve) => requestAnimationFrame(resolve));
}

/** Problem details as the server words them. */
export function problemBody(status: number, detail: string, more: object = {}): object {
  return { type: 'about:blank', title: 'Problem', status, detail, ...more };
}

const REFERENCE: Reference = {
  goods: {
    brands: [{ code: 'ebb', name: 'Ebb & Flood' }],
    suppliers: [{ code: 'pits', name: 'Marsh Pits' }],
    families: [{ code: 'bodies', name: 'Stoneware bodies' }],
    taxClasses: [{ code: 'standard', name: 'Standard rate' }],
    attributes: [
      { code: 'finish', name: 'Finish', of: 'items', type: 'choice', choices: ['gloss', 'matt'] },
      { code: 'weight', name: 'Weight', of: 'items', type: 'number', choices: [] },
    ],
    costKinds: [
      { code: 'last', name: 'last', formOfSupply: false },
      { code: 'landed', name: 'landed', formOfSupply: false },
      { code: 'purchase', name: 'purchase', formOfSupply: false },
      { code: 'split', name: 'split pallet', formOfSupply: true },
    ],
    costTables: [{ code: 'tools', name: 'Tools, sliding' }],
    savedConditions: [{ code: 'clubs-clay', name: 'Clubs with clay' }],
  },
  customers: {
    segments: [{ code: 'schools', name: 'Schools', level: null }],
    outlets: [
      {
        code: 'quay',
        name: 'Quay counter',
        timeZone: 'Europe/Lisbon',
        currency: 'EUR',
        level: null,
        levelsAllowed: null,
      },
    ],
    homeCurrency: 'EUR',
    currencies: ['EUR', 'USD'],
    attributes: [
      { code: 'since', name: 'Customer since', of: 'customers', type: 'day', choices: [] },
      { code: 'note', name: 'Delivery note', of: 'customers', type: 'text', choices: [] },
    ],
    salesPeople: [{ code: 'noor', name: 'Noor Salter' }],
    departments: [{ code: 'trade', name: 'Trade counter' }],
    deliveryMethods: [{ code: 'van', name: 'Our van' }],
    units: [{ code: 'bag', name: 'bags' }],
    documentAttributes: [
      {
        code: 'site',
        name: 'Site',
        of: 'documents',
        type: 'choice',
        choices: ['school', 'studio'],
      },
    ],
  },
  levels: [],
};

export const CATEGORY_ROWS = [
  { code: 'clay', name: 'Clay', parent: null, items: 35 },
  { code: 'stoneware', name: 'Stoneware bodies', parent: 'clay', items: 10 },
  { code: 'glaze', name: 'Glazes', parent: null, items: 54 },
];

/** Signs somebody in, who may do everything unless the spec says otherwise. */
export function signedIn(
  { store }: Pick<ShownScreen<unknown>, 'store'>,
  role: Role = 'administrator',
): void {
  const user = { name: 'Ines Marlow', email: 'ines@saltmarsh.example', role };
  store.dispatch(sessionActions.known({ user, demo: [] }));
}

/** Presses a button of the dialog that is open, which has to say something. */
export async function decide(
  screen: Pick<ShownScreen<unknown>, 'drawn' | 'until'>,
  name: string,
  says = '',
): Promise<void> {
  await screen.drawn();
  const dialog = document.querySelector('mat-dialog-container');
  expect(dialog?.textContent).toContain(says);
  const buttons = [...(dialog?.querySelectorAll('button') ?? [])];
  buttons.find(({ textContent }) => textContent.trim() === name)?.click();
  await screen.until(() => !document.querySelector('mat-dialog-container'), 'the dialog to close');
  await screen.drawn();
}
