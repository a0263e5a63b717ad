import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { FollowRule } from '@honest-ledger/contracts';
import type { Scope } from '@honest-ledger/engine';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/fields/choice-field';
import { namesOfThings } from '../../shared/reference/names';
import { GoodsField } from '../../shared/reference/goods-field';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { RoundingEditor } from '../../setup/levels/rounding-editor';
import { hasPermission } from '../../shared/session/may-do';
import { FigureField } from '../../shared/fields/figure-field';
import { problemOf } from '../../shared/requests/problems';
import {
  keepingCode,
  keepingFigure,
  KEEPINGS,
  WAYS,
} from '../../master-data/catalogue/follow-words';
import { CostUpdatesApi } from './cost-updates.api';
import { ScreenTabs } from '../../shared/tabs/screen-tabs';
import { PRICE_CHANGE_TABS } from '../../shared/tabs/price-change-tabs';

/** What becomes of prices when costs change: the narrowest rule that takes an item in counts. */
@Component({
  selector: 'hl-follow-rules',
  imports: [ChoiceField, FigureField, MatButton, RoundingEditor, GoodsField, ScreenTabs],
  templateUrl: './follow-rules.html',
  styles: `
    section {
      padding: 8px 18px;
      border-bottom: 1px solid var(--hairline);
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
      padding: 3px 0;
    }
    .said {
      padding: 8px 18px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FollowRules {
  protected readonly tabs = PRICE_CHANGE_TABS;
  private readonly api = inject(CostUpdatesApi);
  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly homeCurrency = computed(() => this.reference().customers.homeCurrency);
  protected readonly mayEdit = hasPermission('editSetup');
  protected readonly ways = WAYS;
  protected readonly keepings = KEEPINGS;
  protected readonly keepingOf = keepingCode;
  protected readonly figureOf = keepingFigure;
  /** As the server has them, and as they are being edited. */
  private readonly seen = signal<readonly FollowRule[]>([]);
  protected readonly rules = signal<readonly FollowRule[] | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly saved = signal(true);
  protected readonly noProblems: ReadonlyMap<string, string> = new Map();

  constructor() {
    namesOfThings();
    this.ask();
  }

  protected ask(): void {
    this.api.rules().subscribe({
      next: (rules) => {
        this.came(rules);
      },
      error: (error: unknown) => {
        this.problem.set(problemOf(error).detail);
      },
    });
  }

  protected setScope(rule: FollowRule, scope: Scope): void {
    this.set(rule, { scope });
  }

  protected setWay(rule: FollowRule, code: string): void {
    const way = WAYS.find((one) => one.code === code)?.code;
    if (way) this.set(rule, { follows: way });
  }

  protected setKeeping(rule: FollowRule, code: string, figure = this.figureOf(rule) ?? '25'): void {
    switch (code) {
      case 'markup':
      case 'amount':
      case 'costTable':
        this.set(rule, { keeping: { kind: code } });
        break;
      case 'statedAmount':
        this.set(rule, {
          keeping: { kind: 'stated', adjustment: { kind: 'amount', amount: figure } },
        });
        break;
      case 'statedMarkup':
      case 'statedMargin': {
        const kind = code === 'statedMargin' ? 'margin' : 'markup';
        this.set(rule, { keeping: { kind: 'stated', adjustment: { kind, percent: figure } } });
      }
    }
  }

  protected set(rule: FollowRule, part: Partial<FollowRule>): void {
    this.rules.update(
      (rules) => rules?.map((one) => (one.id === rule.id ? { ...one, ...part } : one)) ?? null,
    );
    this.saved.set(false);
  }

  protected add(): void {
    const fresh: FollowRule = {
      id: crypto.randomUUID(),
      scope: { kind: 'category', category: '' },
      follows: 'waits',
      cap: null,
      keeping: { kind: 'markup' },
      rounding: null,
    };
    this.rules.update((rules) => [...(rules ?? []), fresh]);
    this.saved.set(false);
  }

  protected remove({ id }: FollowRule): void {
    this.rules.update((rules) => rules?.filter((one) => one.id !== id) ?? null);
    this.saved.set(false);
  }

  protected save(): void {
    this.problem.set(null);
    this.api.saveRules({ seen: this.seen(), content: this.rules() ?? [] }).subscribe({
      next: (rules) => {
        this.came(rules);
      },
      error: (error: unknown) => {
        const { detail, fields } = problemOf(error);
        this.problem.set(fields?.map(({ sentence }) => `${sentence}.`).join(' ') ?? detail);
      },
    });
  }

  private came(rules: readonly FollowRule[]): void {
    this.seen.set(rules);
    this.rules.set(rules);
    this.saved.set(true);
    this.problem.set(null);
  }
}
