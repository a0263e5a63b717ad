import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatChipRemove, MatChipRow } from '@angular/material/chips';
import { MatIcon } from '@angular/material/icon';
import type { BreakContent, CustomerRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { CustomerPicker } from '../../shared/reference/customer-picker';
import { OutletChoice } from '../../shared/reference/outlet-choice';
import { referenceFeature } from '../../shared/reference/reference.feature';
import { ChoicesField } from '../../shared/fields/choices-field';
import { DayField } from '../../shared/fields/day-field';

/** For which levels, customers and segments, at which outlets and on which days a break is. */
@Component({
  selector: 'hl-break-limits',
  imports: [
    ChoicesField,
    CustomerPicker,
    DayField,
    MatChipRemove,
    MatChipRow,
    MatIcon,
    OutletChoice,
  ],
  template: `
    <div class="line">
      <hl-choices
        label="Price levels"
        all="All levels"
        [options]="levels()"
        [codes]="content().levels"
        (changed)="changed.emit({ levels: $event })"
      />
      <hl-choices
        label="Segments"
        all="All customers"
        [options]="segments()"
        [codes]="chosenSegments()"
        (changed)="setSegments($event ?? [])"
      />
      <hl-customer-picker (picked)="addCustomer($event)" />
      @for (code of content().parties?.customers ?? []; track code) {
        <mat-chip-row (removed)="removeCustomer(code)">
          {{ code }}
          <button matChipRemove type="button" [attr.aria-label]="'Remove ' + code">
            <mat-icon svgIcon="close" />
          </button>
        </mat-chip-row>
      }
      <hl-outlet-choice
        [chosen]="content().outlets"
        (changed)="changed.emit({ outlets: $event })"
      />
      <hl-day-field
        label="First day"
        [value]="content().window.from"
        (changed)="changed.emit({ window: { from: $event, until: content().window.until } })"
      />
      <hl-day-field
        label="Last day"
        [value]="content().window.until"
        (changed)="changed.emit({ window: { from: content().window.from, until: $event } })"
      />
      @for (path of ['levels', 'parties', 'outlets', 'window']; track path) {
        @if (problems().get(path); as problem) {
          <span class="wrong" role="alert">{{ problem }}</span>
        }
      }
    </div>
  `,
  styles: `
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BreakLimits {
  readonly content = input.required<BreakContent>();
  /** What is wrong with the break, by path. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly changed = output<Partial<BreakContent>>();

  private readonly reference = inject(Store).selectSignal(referenceFeature.selectReference);
  protected readonly levels = computed(() =>
    this.reference().levels.map(({ id, content }) => ({ code: id, name: content.name })),
  );
  protected readonly segments = computed(() => this.reference().customers.segments);
  private readonly parties = computed(
    () => this.content().parties ?? { customers: [], segments: [] },
  );
  protected readonly chosenSegments = computed(() => {
    const { segments } = this.parties();
    return segments.length === 0 ? null : segments;
  });

  protected setSegments(segments: readonly string[]): void {
    this.setParties(this.parties().customers, segments);
  }

  protected addCustomer({ code }: CustomerRow): void {
    const { customers, segments } = this.parties();
    this.setParties(turned(customers, code, true), segments);
  }

  protected removeCustomer(code: string): void {
    const { customers, segments } = this.parties();
    this.setParties(turned(customers, code, false), segments);
  }

  private setParties(customers: readonly string[], segments: readonly string[]): void {
    const nobody = customers.length + segments.length === 0;
    this.changed.emit({ parties: nobody ? null : { customers, segments } });
  }
}

/** A list with one more in it, or without it. */
function turned(all: readonly string[], one: string, on: boolean): string[] {
  const others = all.filter((other) => other !== one);
  return on ? [...others, one] : others;
}
