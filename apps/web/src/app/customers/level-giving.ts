import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type {
  CustomerRow,
  GivenCustomer,
  LevelGiving as Giving,
  LevelGivingPreview,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { movesSentence } from '../draft/moves';
import { CodeChoice } from '../reference/code-choice';
import { namesOfThings } from '../reference/names';
import { referenceFeature } from '../reference/reference.feature';
import { problemOf } from '../shared/problems';
import { CustomersApi } from './customers.api';

const PAUSE_MILLISECONDS = 250;

interface Looked {
  readonly preview: LevelGivingPreview | null;
  readonly problem: string | null;
}

const NOTHING: Looked = { preview: null, problem: null };

/** Gives one level to the customers that are chosen, after what it does to each was shown. */
@Component({
  selector: 'hl-level-giving',
  imports: [CodeChoice],
  template: `
    <div class="row">
      <strong>
        {{ customers().length }} {{ customers().length === 1 ? 'customer' : 'customers' }}
      </strong>
      <span>given the level</span>
      <hl-code-choice
        label="Level to give"
        none="No level of their own"
        [code]="level()"
        [all]="choices()"
        (chosen)="level.set($event)"
      />
      <span class="soft">a fact: it counts at once</span>
      @if (looked().preview; as preview) {
        <button type="button" class="main-action" [disabled]="giving()" (click)="give()">
          Give it to {{ preview.customers.length }}
        </button>
      }
    </div>
    @if (problem() ?? looked().problem; as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
    @if (looked().preview; as preview) {
      <table class="ledger" aria-label="What it does">
        <tbody>
          @for (one of preview.customers; track one.code) {
            <tr>
              <td>{{ one.code }}</td>
              <td>{{ one.name }}</td>
              <td>{{ one.before ?? 'no level' }} → {{ levelName() }}</td>
              <td class="soft">{{ sentence(one) }}</td>
            </tr>
          }
        </tbody>
      </table>
    } @else if (customers().length > 0 && looked().problem === null) {
      <p class="soft">Pricing the catalogue for each…</p>
    }
  `,
  styles: `
    :host {
      display: block;
      flex: none;
      max-height: 45%;
      overflow: auto;
      padding: 10px 18px;
      background: var(--marked);
      border-top: 1px solid var(--edge);
    }
    .row {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 6px 12px;
    }
    .soft {
      flex: 1;
    }
    table {
      margin: 0 -18px;
      width: calc(100% + 36px);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LevelGiving {
  readonly customers = input.required<readonly CustomerRow[]>();
  /** The level to begin with; empty for none. */
  readonly begin = input('');
  readonly given = output();

  private readonly api = inject(CustomersApi);
  private readonly levels = inject(Store).selectSignal(referenceFeature.selectPublishedLevels);
  protected readonly level = linkedSignal(() => this.begin());
  protected readonly giving = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly choices = computed(() =>
    this.levels().map(({ id, content }) => ({ code: id, name: content.name })),
  );
  protected readonly levelName = computed(
    () => this.choices().find(({ code }) => code === this.level())?.name ?? 'no level',
  );
  private readonly asked = computed((): Giving | null => {
    const customers = this.customers().map(({ code, revision }) => ({ code, revision }));
    const level = this.level();
    return customers.length === 0 ? null : { level: level === '' ? null : level, customers };
  });
  protected readonly looked = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(PAUSE_MILLISECONDS),
      switchMap((asked): Observable<Looked> =>
        asked
          ? this.api.previewGiving(asked).pipe(
              map((preview): Looked => ({ preview, problem: null })),
              catchError((error: unknown) =>
                of<Looked>({ preview: null, problem: problemOf(error).detail }),
              ),
            )
          : of(NOTHING),
      ),
    ),
    { initialValue: NOTHING },
  );

  constructor() {
    namesOfThings(); // the levels to choose from come with them
  }

  protected sentence({ moves, currency }: GivenCustomer): string {
    return moves
      ? `${movesSentence(moves)}, in ${currency}`
      : 'too many customers and items at once to price them here';
  }

  protected give(): void {
    const asked = this.asked();
    if (!asked) return;
    this.giving.set(true);
    this.problem.set(null);
    this.api.giveLevel(asked).subscribe({
      next: () => {
        this.giving.set(false);
        this.given.emit();
      },
      error: (error: unknown) => {
        this.giving.set(false);
        this.problem.set(problemOf(error).detail);
      },
    });
  }
}
