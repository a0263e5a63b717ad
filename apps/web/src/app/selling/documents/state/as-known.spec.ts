import { LINE, openView, view } from '../../../testing/documents';
import { documentLine } from '../../../testing/goods';
import { asKnown } from './as-known';
import { shownLines } from '../lines/document-lines';
import { documentsActions, documentsFeature, openDocument } from './documents.feature';
import { ready } from '../../../shared/requests/loadable';

const OTHER = documentLine('7b0c9d1e-2c3f-4b5a-8d6e-9f0a1b2c3d4e', 'CL-0207', '5');

describe('what the server answers to an edit', () => {
  const open = openDocument(view([LINE, OTHER]));
  /** The same, read from an answer of its own. */
  const answer = (lines = [LINE, OTHER]) => structuredClone(view(lines, { revision: 2 }));

  it('is made of what is known here, wherever that says the same', () => {
    const known = asKnown(answer(), open);
    expect(known).toEqual(answer());
    expect(known.pricing.setup).toBe(open.inputs.setup);
    expect(known.pricing.document.facts.items[0]).toBe(open.inputs.document.facts.items[0]);
    expect(known.priced.every((line) => line === open.priced[line.id])).toBeTrue();
  });

  it('is taken wherever it says anything else', () => {
    const changed = answer([{ ...LINE, quantity: '9' }, OTHER]);
    const [setup, clay] = [changed.pricing.setup, changed.pricing.document.facts.items[0]];
    if (!setup || !clay) throw new Error('it is priced here, too');
    const other = {
      ...changed,
      pricing: {
        setup: { ...setup, version: 3 },
        document: {
          ...changed.pricing.document,
          facts: { ...changed.pricing.document.facts, items: [{ ...clay, name: 'Clay, red' }] },
        },
      },
    };
    const known = asKnown(other, open);
    expect(known).toEqual(other);
    expect(known.priced[1] === open.priced[OTHER.id]).toBeTrue();
  });

  it('shows only the lines anew that it changed', () => {
    const before = shownLines(open);
    const content = open.editing.content;
    const saved = asKnown(answer(), open);
    const state = documentsFeature.reducer(
      { notBegun: null, document: ready(open) },
      documentsActions.saved({ key: open.number, content, answer: saved }),
    );
    const after = state.document.value;
    if (!after) throw new Error('it is open');
    expect(shownLines(after).every((line, place) => line === before[place])).toBeTrue();
  });

  it('leaves the costs away from whom they are kept from', () => {
    const hidden = openView();
    const known = asKnown(
      { ...answer([LINE]), pricing: { ...answer([LINE]).pricing, setup: null } },
      hidden,
    );
    expect(known.pricing.setup).toBeNull();
  });
});
