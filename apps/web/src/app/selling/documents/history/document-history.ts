import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  check,
  documentEditSchema,
  type ChangeRow,
  type DocumentContent,
} from '@honest-ledger/contracts';
import { map } from 'rxjs';
import { changeWords } from '../../../editing/history/record-words';
import { ChangesApi } from '../../../editing/history/changes.api';
import { namesOfThings } from '../../../shared/reference/names';
import { writeInstant } from '../../../shared/numbers/dates';
import { Notice } from '../../../shared/notices/notice';
import { resourceWithCommands } from '../../../shared/requests/read-and-sent';
import { contentDifferences, type DocumentNames } from './content-differences';
import type { OpenDocument } from '../state/documents.feature';
import { namesOfRules } from '../lines/rule-choices';

/** What was done to a document at one time. */
interface Done {
  readonly id: number;
  readonly at: string;
  readonly by: string;
  readonly what: readonly string[];
  /** The document as it was from then on; null where that is not on record. */
  readonly content: DocumentContent | null;
}

/**
 * What was done to a document, the latest first, and the way back to any of it: what that would change
 * is shown first. Going back is an edit like any other, so it is on record and can be undone.
 */
@Component({
  selector: 'hl-document-history',
  imports: [MatButton, Notice],
  template: `
    @if (found().problem; as problem) {
      <hl-notice [problem]="problem" [again]="false" />
    }
    @if (found().value; as page) {
      <section aria-label="History">
        <table class="ledger" aria-label="What was done">
          <thead>
            <tr>
              <th>When</th>
              <th>Who</th>
              <th>What</th>
              <th><span class="unseen">Restore</span></th>
            </tr>
          </thead>
          <tbody>
            @for (one of done(); track one.id) {
              <tr>
                <td>{{ instant(one.at) }}</td>
                <td>{{ one.by }}</td>
                <td class="what">
                  @for (sentence of one.what; track $index) {
                    <div>{{ sentence }}</div>
                  }
                </td>
                <td class="figure">
                  @if (editable() && one.content) {
                    <button
                      type="button"
                      matButton
                      [attr.aria-expanded]="looked() === one.id"
                      [attr.aria-label]="'Restore, ' + instant(one.at)"
                      (click)="look(one)"
                    >
                      Restore…
                    </button>
                  }
                </td>
              </tr>
              @if (looked() === one.id && one.content; as content) {
                <tr>
                  <td colspan="4" class="what">
                    @for (sentence of wayBack(); track $index) {
                      <div>{{ sentence }}</div>
                    } @empty {
                      <div class="soft">It says the same as now.</div>
                    }
                    @if (wayBack().length > 0) {
                      <p>
                        <button type="button" matButton="filled" (click)="goBack(content)">
                          Restore
                        </button>
                        <button type="button" matButton="outlined" (click)="looked.set(null)">
                          Cancel
                        </button>
                        <span class="soft">All of it is priced as of now.</span>
                      </p>
                    }
                  </td>
                </tr>
              }
            } @empty {
              <tr>
                <td colspan="4" class="soft">No changes yet.</td>
              </tr>
            }
          </tbody>
        </table>
        @if (page.more) {
          <button type="button" matButton (click)="older()">Show older ones</button>
        }
      </section>
    }
  `,
  styles: `
    section {
      margin: 12px 18px;
      border: 1px solid var(--hairline);
      background: var(--strip);
    }
    td {
      vertical-align: top;
      padding-top: 8px;
      padding-bottom: 8px;
    }
    section > button {
      margin: 8px 18px;
    }
    .what {
      white-space: normal;
      line-height: 1.35;
    }
    p {
      margin: 6px 0;
    }
    p button {
      margin-right: 10px;
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentHistory {
  readonly open = input.required<OpenDocument>();
  readonly editable = input.required<boolean>();
  readonly chosen = output<DocumentContent>();

  private readonly api = inject(ChangesApi);
  private readonly things = namesOfThings();
  private readonly names = computed((): DocumentNames => {
    const { priced, outcome } = this.open();
    const rules = namesOfRules(Object.values(priced), outcome);
    return { ...this.things(), rule: (id) => rules.get(id) ?? `rule ${id.slice(0, 8)}` };
  });
  private readonly number = computed(() => this.open().number);
  /** Every change that is saved adds to it. */
  private readonly asked = computed(
    () => `${String(this.number())}/${String(this.open().view.revision)}`,
  );
  private readonly pages = resourceWithCommands(
    this.asked,
    () => this.page(null),
    () => undefined,
  );
  protected readonly found = this.pages.heard;
  protected readonly done = computed(() =>
    (this.found().value?.changes ?? []).map((change): Done => {
      const { id, at, by } = change;
      const content = contentIn(change.after);
      return { id, at, by, content, what: this.whatWasDone(change, content) };
    }),
  );
  /** The time whose way back is shown. */
  protected readonly looked = linkedSignal({
    source: this.number,
    computation: (): number | null => null,
  });
  /** What going back there would change of what stands there now. */
  protected readonly wayBack = computed(() => {
    const then = this.done().find(({ id }) => id === this.looked())?.content;
    return then ? contentDifferences(this.open().editing.content, then, this.names()) : [];
  });
  protected readonly instant = writeInstant;

  protected look({ id }: Done): void {
    this.looked.update((before) => (before === id ? null : id));
  }

  protected goBack(content: DocumentContent): void {
    this.looked.set(null);
    this.chosen.emit(content);
  }

  protected older(): void {
    const known = this.found().value?.changes ?? [];
    const before = known.at(-1)?.id ?? null;
    this.pages.send(
      this.page(before).pipe(map((page) => ({ ...page, changes: [...known, ...page.changes] }))),
    );
  }

  private page(below: number | null) {
    return this.api.history('document', String(this.number()), below);
  }

  private whatWasDone(
    { action, before }: ChangeRow,
    after: DocumentContent | null,
  ): readonly string[] {
    const was = contentIn(before);
    const fields = was && after ? contentDifferences(was, after, this.names()) : [];
    if (action !== 'changed') return [changeWords({ kind: 'document', action }).action, ...fields];
    return fields.length > 0 ? fields : ['priced again'];
  }
}

/** What is on record of a document, where it is all of what somebody wrote, in the form of today. */
function contentIn(recorded: unknown): DocumentContent | null {
  if (typeof recorded !== 'object' || recorded === null) return null;
  const read = check(documentEditSchema, { ...recorded, revision: 1 });
  if (!read.ok) return null;
  const { revision: _, ...content } = read.value;
  return content;
}
