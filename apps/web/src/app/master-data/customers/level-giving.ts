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
import { MatButton } from '@angular/material/button';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import type {
  CustomerRow,
  GivenCustomer,
  LevelGiving as Giving,
  LevelGivingPreview,
} from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { catchError, debounceTime, map, of, switchMap, type Observable } from 'rxjs';
import { movesSentence } from '../../editing/draft/moves';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { problemOf } from '../../shared/requests/problems';
import { CustomersApi } from '../../shared/reference/customers.api';
import { PAUSES } from '../../shared/requests/pauses';

interface Looked {
  /** What was looked at: this, and nothing else, is what can be given. */
  readonly asked: Giving | null;
  readonly preview: LevelGivingPreview | null;
  readonly problem: string | null;
}

const NOTHING: Looked = { asked: null, preview: null, problem: null };

/** A level that was given, as far as it takes to say so and to undo it. */
export interface Given {
  readonly massChange: string;
  readonly level: string;
  readonly customers: number;
}

/** Gives one level to the customers that are chosen, after what it does to each was shown. */
@Component({
  selector: 'hl-level-giving',
  imports: [ChoiceField, MatButton],
  template: `
    <div class="row">
      <strong>
        {{ customers().length }} {{ customers().length === 1 ? 'customer' : 'customers' }}
      </strong>
      <span>given the level</span>
      <hl-choice
        label="Price level to assign"
        none="No level of their own"
        [code]="level()"
        [options]="choices()"
        (chosen)="level.set($event)"
      />
      <span class="soft">applies as soon as saved</span>
      @if (seen(); as preview) {
        <button type="button" matButton="filled" [disabled]="giving()" (click)="give()">
          Assign to {{ preview.customers.length }}
        </button>
      }
    </div>
    @if (problem() ?? problemSeen(); as problem) {
      <p class="wrong" role="alert">{{ problem }}</p>
    }
    @if (seen(); as preview) {
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
    } @else if (customers().length > 0 && problemSeen() === null) {
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
  readonly given = output<Given>();

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
  /** Goes up where something is not as it was looked at: it is looked at again. */
  private readonly looks = signal(0);
  private readonly asked = computed((): Giving | null => {
    this.looks();
    const customers = this.customers().map(({ code, revision }) => ({ code, revision }));
    const level = this.level();
    return customers.length === 0 ? null : { level: level === '' ? null : level, customers };
  });
  protected readonly looked = toSignal(
    toObservable(this.asked).pipe(
      debounceTime(PAUSES.search),
      switchMap((asked): Observable<Looked> =>
        asked
          ? this.api.previewGiving(asked).pipe(
              map((preview): Looked => ({ asked, preview, problem: null })),
              catchError((error: unknown) =>
                of<Looked>({ asked, preview: null, problem: problemOf(error).detail }),
              ),
            )
          : of(NOTHING),
      ),
    ),
    { initialValue: NOTHING },
  );

  /** What was looked at, where it is what is asked now. */
  private readonly current = computed(() =>
    this.looked().asked === this.asked() ? this.looked() : NOTHING,
  );
  protected readonly seen = computed(() => this.current().preview);
  protected readonly problemSeen = computed(() => this.current().problem);

  constructor() {
    namesOfThings(); // the levels to choose from come with them
  }

  protected sentence({ moves, currency }: GivenCustomer): string {
    return moves
      ? `${movesSentence(moves)}, in ${currency}`
      : 'too many customers and items at once to price them here';
  }

  protected give(): void {
    const { asked, preview } = this.current();
    if (!asked || !preview) return;
    const level = this.levelName();
    this.giving.set(true);
    this.problem.set(null);
    const customers = preview.customers.map(({ code, revision }) => ({ code, revision }));
    this.api.giveLevel({ ...asked, customers, version: preview.version }).subscribe({
      next: ({ massChange }) => {
        this.giving.set(false);
        this.given.emit({ massChange, level, customers: asked.customers.length });
      },
      error: (error: unknown) => {
        this.giving.set(false);
        this.problem.set(problemOf(error).detail);
        this.looks.update((times) => times + 1);
      },
    });
  }
}
