import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { catchError, map, of, switchMap } from 'rxjs';
import { namesOfThings } from '../../shared/reference/names';
import { problemOf } from '../../shared/requests/problems';
import { followSentence } from './follow-words';
import { ItemCostsApi } from './item-costs.api';

/** What becomes of an item's price when its cost changes, and the rule that says so. */
@Component({
  selector: 'hl-rule-in-force',
  imports: [RouterLink],
  template: `
    @if (sentence(); as sentence) {
      <p class="soft">{{ sentence }} <a routerLink="/follow-rules">How prices follow</a></p>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuleInForce {
  readonly item = input.required<string>();

  private readonly api = inject(ItemCostsApi);
  private readonly names = namesOfThings();
  private readonly found = toSignal(
    toObservable(this.item).pipe(
      switchMap((item) =>
        this.api.ruleFor(item).pipe(
          map(({ rule }) => ({ rule, problem: null })),
          catchError((error: unknown) => of({ rule: null, problem: problemOf(error).detail })),
        ),
      ),
    ),
  );
  protected readonly sentence = computed(() => {
    const found = this.found();
    if (!found) return null;
    if (found.problem !== null) return found.problem;
    return found.rule
      ? followSentence(found.rule, this.names())
      : 'When its cost changes, the price stays: no rule takes this item in.';
  });
}
