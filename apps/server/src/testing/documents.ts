import {
  type DocumentEdit,
  type DocumentView,
  BARE_LINE,
  contentOfDocument,
} from '@honest-ledger/contracts';
import { type DocumentKind } from '@honest-ledger/engine';
import { randomUUID } from 'node:crypto';
import type { Answer, Browser } from './test-server';

/** A line of an item, with an id of its own. */
export function lineOf(
  item: string,
  changes: Partial<DocumentEdit['lines'][number]> = {},
): DocumentEdit['lines'][number] {
  return {
    ...BARE_LINE,
    id: randomUUID(),
    item,
    quantity: '2',
    unit: null,
    duration: null,
    ...changes,
  };
}

/** What specifications of documents do over and over, as somebody who is signed in. */
export function documentDesk(browser: Browser) {
  const at = (number: number): string => `/documents/${String(number)}`;
  const read = async (number: number): Promise<DocumentView> =>
    done(await browser.ask('GET', at(number)));
  const edited = (document: DocumentView, changes: Partial<DocumentEdit>): Promise<Answer> =>
    browser.ask('PUT', at(document.number), {
      ...contentOfDocument(document),
      revision: document.revision,
      ...changes,
    });
  const save = async (
    document: DocumentView,
    changes: Partial<DocumentEdit>,
  ): Promise<DocumentView> => done(await edited(document, changes));
  return {
    read,
    /** Keeps a document; whatever the answer is. */
    edited,
    save,
    begin: async (
      kind: DocumentKind,
      lines: DocumentEdit['lines'],
      changes: Partial<DocumentEdit> = {},
      customer: string | null = 'C4001',
    ): Promise<DocumentView> => {
      const begun = await browser.ask('POST', '/documents', { kind, customer });
      return save(done(begun), { lines, ...changes });
    },
    /** Takes a document one step further at the prices of now; whatever the answer is. */
    advanced: async (number: number, into: DocumentKind): Promise<Answer> => {
      const foreseen = await browser.ask('GET', `${at(number)}/transition?into=${into}`);
      if (foreseen.status !== 200) return foreseen;
      const { revision, priceFingerprint } = foreseen.as<{
        revision: number;
        priceFingerprint: string;
      }>();
      return browser.ask('POST', `${at(number)}/transition`, {
        into,
        revision,
        keep: [],
        priceFingerprint,
      });
    },
  };
}

function done(answer: Answer): DocumentView {
  if (answer.status >= 300) throw new Error(answer.problem.detail);
  return answer.as<DocumentView>();
}
