import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DocumentOutcome, PricedLineForm } from '@honest-ledger/contracts';
import type { MarginOfLines } from '@honest-ledger/engine';
import { effectWords, taxWords } from '@honest-ledger/wording';
import { printedPercent } from '../../../shared/numbers/markup-words';
import { namesOfThings } from '../../../shared/reference/names';
import { Amount } from '../../../shared/numbers/amount';
import { unbroken, writeNumber, writer } from '../../../shared/numbers/numbers';

/** An amount between what the lines come to and the total. */
interface TotalRow {
  readonly label: string;
  /** What the rule does, for whoever works on the quote. */
  readonly why: string;
  readonly amount: string;
  /** Nothing for the customer's paper. */
  readonly inner?: boolean;
}

/** The foot of a quote's table: what rules take off, shipping and charges, down to the total. */
@Component({
  // the foot of a table may have nothing around its rows
  // eslint-disable-next-line @angular-eslint/component-selector
  selector: 'tfoot[hlDocumentTotals]',
  imports: [Amount],
  template: `
    @for (row of rows(); track $index) {
      <tr class="part" [class.inner]="row.inner">
        <td colspan="6" class="figure">
          {{ row.label }}
          @if (row.why !== '') {
            <span class="soft inner">{{ row.why }}</span>
          }
        </td>
        <td class="figure"><hl-amount [value]="row.amount" [digits]="digits()" /></td>
        @if (margin() !== undefined) {
          <td class="inner"></td>
        }
        <td></td>
      </tr>
    }
    <tr>
      <td colspan="6" class="figure">
        Total{{ missing() }}, {{ currency() }}{{ outcome().tax ? '' : ' without tax' }}
      </td>
      <td class="figure total" data-testid="total">
        <hl-amount [value]="outcome().total" [digits]="digits()" />
      </td>
      @if (margin() !== undefined) {
        <td class="figure inner" data-testid="margin" [title]="marginTitle()">
          {{ marginText() }}
        </td>
      }
      <td></td>
    </tr>
    @for (row of taxRows(); track $index) {
      <tr class="part">
        <td colspan="6" class="figure" [class.attention]="row.attention">{{ row.label }}</td>
        <td class="figure" [class.sum]="row.sum">
          <hl-amount [value]="row.amount" [digits]="digits()" />
        </td>
        @if (margin() !== undefined) {
          <td class="inner"></td>
        }
        <td></td>
      </tr>
    }
  `,
  styles: `
    td {
      border-bottom: 0;
      height: 40px;
    }
    .part td {
      height: 28px;
    }
    .sum {
      border-top: 1px solid var(--ink);
      font-weight: 600;
    }
    .total {
      border-top: 2px solid var(--ink);
      font-size: 16px;
      font-weight: 600;
    }
    @media print {
      .inner {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DocumentTotals {
  readonly outcome = input.required<DocumentOutcome>();
  /** The lines as they are priced: set-up charges are told on them. */
  readonly lines = input.required<readonly PricedLineForm[]>();
  readonly unpricedLines = input.required<number>();
  readonly currency = input.required<string>();
  readonly digits = input.required<number>();
  /** Of all lines together, null where no cost is known; left out for those who may not see it. */
  readonly margin = input.required<MarginOfLines | null | undefined>();

  private readonly names = namesOfThings();
  protected readonly rows = computed((): readonly TotalRow[] => {
    const { subtotal, shipping, rules, discount } = this.outcome();
    const done = (kind: string): TotalRow[] =>
      rules
        .filter(({ effect }) => effect.kind === kind)
        .map(({ rule, effect, amount, tookAll }) => ({
          label: rule.words === '' ? rule.name : rule.words,
          why: unbroken(
            `${effectWords(effect, rule.currency, this.names(), writer)}${tookAll ? ': all that was there' : ''}`,
          ),
          amount,
        }));
    const rest = [
      ...done('subtotal'),
      ...(discount ? [discountRow(discount)] : []),
      ...this.lines().flatMap(setUpRow),
      ...(shipping === null ? [] : [{ label: 'Shipping', why: '', amount: shipping }]),
      ...done('shipping'),
      ...done('charge'),
    ];
    return rest.length === 0 ? [] : [{ label: 'Lines', why: '', amount: subtotal }, ...rest];
  });
  /** Tax by class, and the total with it. */
  protected readonly taxRows = computed((): readonly TaxRow[] => {
    const { tax, totalWithTax } = this.outcome();
    if (!tax) return [];
    const unclassed = /[1-9]/.test(tax.unclassed)
      ? [
          {
            label: '△ Without a tax class, so no tax of it is known',
            amount: tax.unclassed,
            attention: true,
          },
        ]
      : [];
    return [
      ...tax.classes.map(({ category, rate, taxable, tax: amount }) => ({
        label: `${taxWords(category, rate)} of ${writeNumber(taxable)}`,
        amount,
      })),
      ...unclassed,
      { label: `Total with tax, ${this.currency()}`, amount: totalWithTax, sum: true },
    ];
  });
  /** Lines without a price are told with the total they are missing from. */
  protected readonly missing = computed(() => {
    const lines = this.unpricedLines();
    if (lines === 0) return '';
    return lines === 1
      ? ' without 1 line that has no price'
      : ` without ${String(lines)} lines that have no price`;
  });
  protected readonly marginText = computed(() => printedPercent(this.margin()?.margin));
  protected readonly marginTitle = computed(() => {
    const without = this.margin()?.withoutCost ?? 0;
    return without === 0 ? '' : `without ${String(without)} of the lines, whose cost nobody knows`;
  });
}

/** A row below the total. */
interface TaxRow {
  readonly label: string;
  readonly amount: string;
  readonly sum?: boolean;
  readonly attention?: boolean;
}

function discountRow({
  off,
  reason,
  amount,
  tookAll,
}: NonNullable<DocumentOutcome['discount']>): TotalRow {
  const percent = off.kind === 'percent' ? `${writeNumber(off.percent)} %, ` : '';
  const all = tookAll ? ': all that was there' : '';
  return { label: 'Discount', why: `manual, ${percent}${reason}${all}`, amount };
}

function setUpRow(line: PricedLineForm): TotalRow[] {
  if (line.kind === 'unpriced' || !line.setUp) return [];
  const { setUp } = line;
  const { words, amount, paid } = setUp;
  const label = `${words === '' ? 'Set-up' : words}, ${line.item}`;
  const why = paid ? 'paid before' : `once, by the break ${setUp.break.name}`;
  return [{ label, why, amount, inner: paid }];
}
