import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type { FileForeseen } from '@honest-ledger/contracts';
import { catchError, map, of, startWith, switchMap } from 'rxjs';
import { MovesTable } from '../../shared/notices/moves-table';
import { problemOf } from '../../shared/requests/problems';
import { FilesApi } from './files.api';

interface Looked {
  readonly found: FileForeseen | null;
  readonly problem: string | null;
}

const LOOKING: Looked = { found: null, problem: null };

/** What taking in a file of items would do to prices at once, shown before it is taken in. */
@Component({
  selector: 'hl-file-moves',
  imports: [MovesTable],
  template: `
    @if (looked().found; as found) {
      <p role="status">{{ sentence() }}</p>
      @if (moves().length > 0) {
        <hl-moves-table [moves]="moves()" />
      }
    } @else if (looked().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    } @else {
      <p class="soft" role="status">Pricing the items before and after…</p>
    }
  `,
  styles: `
    :host {
      display: block;
      flex: none;
      max-height: 40%;
      overflow: auto;
      padding: 8px 18px;
      border-top: 1px solid var(--edge);
    }
    p {
      margin: 0 0 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FileMoves {
  /** The file, as it was compared last. */
  readonly file = input.required<{ readonly id: string }>();

  private readonly api = inject(FilesApi);
  protected readonly looked = toSignal(
    toObservable(this.file).pipe(
      switchMap(({ id }) =>
        this.api.moves(id).pipe(
          map((found): Looked => ({ found, problem: null })),
          catchError((error: unknown) =>
            of<Looked>({ found: null, problem: problemOf(error).detail }),
          ),
          startWith(LOOKING),
        ),
      ),
    ),
    { initialValue: LOOKING },
  );
  protected readonly moves = computed(() =>
    (this.looked().found?.items ?? []).flatMap(({ item, moves }) =>
      moves.map((move) => ({ ...move, item })),
    ),
  );
  protected readonly sentence = computed(() => {
    const found = this.looked().found;
    if (!found) return '';
    const { changed, priced, items } = found;
    const of =
      priced < changed
        ? `the first ${String(priced)} of ${String(changed)} items that change`
        : `${String(changed)} ${changed === 1 ? 'item that changes' : 'items that change'}`;
    return items.length === 0
      ? `The details change no price of ${of}.`
      : `The details change prices of ${String(items.length)} of ${of}, at once.`;
  });
}
