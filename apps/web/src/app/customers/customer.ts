import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { CustomerRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { LargestMoves } from '../draft/largest-moves';
import { movesSentence } from '../draft/moves';
import { LevelSentence } from '../levels/level-sentence';
import { Notice } from '../shared/notice';
import { whenChanged } from '../shared/when-changed';
import { customersActions, customersFeature } from './customers.feature';

/** One customer. Its level is a fact: it counts from the moment it is given. */
@Component({
  selector: 'hl-customer',
  imports: [RouterLink, LargestMoves, LevelSentence, Notice],
  templateUrl: './customer.html',
  styleUrl: './customer.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Customer {
  readonly code = input.required<string>();

  private readonly store = inject(Store);
  protected readonly customer = this.store.selectSignal(customersFeature.selectCustomer);
  protected readonly levels = this.store.selectSignal(customersFeature.selectLevels);
  protected readonly considered = this.store.selectSignal(customersFeature.selectConsidered);
  protected readonly problem = this.store.selectSignal(customersFeature.selectProblem);
  /** The level that the choice shows: the one thought about, else the one it has. */
  protected readonly chosen = computed(() => {
    const considered = this.considered();
    return considered ? considered.level : (this.customer().value?.level?.id ?? null);
  });
  protected readonly chosenLevel = computed(() =>
    this.levels().find(({ id }) => id === this.chosen()),
  );
  protected readonly movesSentence = movesSentence;

  constructor() {
    whenChanged(this.code, () => {
      this.open();
    });
  }

  protected open(): void {
    this.store.dispatch(customersActions.opened({ code: this.code() }));
  }

  protected consider({ target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    const level = target.value === '' ? null : target.value;
    const has = this.customer().value?.level?.id ?? null;
    this.store.dispatch(
      level === has ? customersActions.levelDropped() : customersActions.levelConsidered({ level }),
    );
  }

  protected drop(): void {
    this.store.dispatch(customersActions.levelDropped());
  }

  protected give({ code, revision }: CustomerRow): void {
    this.store.dispatch(customersActions.levelGiven({ code, level: this.chosen(), revision }));
  }
}
