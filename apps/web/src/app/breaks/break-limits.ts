import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import type { BreakContent, CustomerRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { CustomerPicker } from '../reference/customer-picker';
import { OutletChoice } from '../reference/outlet-choice';
import { referenceFeature } from '../reference/reference.feature';
import { DayField } from '../shared/day-field';

/** For which levels, customers and segments, at which outlets and on which days a break is. */
@Component({
  selector: 'hl-break-limits',
  imports: [CustomerPicker, DayField, OutletChoice],
  template: `
    <div class="line">
      <details>
        <summary class="quiet small">
          {{ content().levels ? 'For ' + content().levels?.length + ' levels' : 'For all levels' }}
        </summary>
        @for (level of levels(); track level.id) {
          <label>
            <input
              type="checkbox"
              [checked]="content().levels?.includes(level.id) ?? false"
              (change)="chooseLevel(level.id, $event)"
            />
            {{ level.content.name }}
          </label>
        }
        <span class="soft">None chosen: for all, and for lines without a level.</span>
      </details>
      <details>
        <summary class="quiet small">{{ whom() }}</summary>
        @for (segment of segments(); track segment.code) {
          <label>
            <input
              type="checkbox"
              [checked]="content().parties?.segments?.includes(segment.code) ?? false"
              (change)="chooseSegment(segment.code, $event)"
            />
            {{ segment.name }}
          </label>
        }
        @for (code of content().parties?.customers ?? []; track code) {
          <label>
            <input type="checkbox" checked (change)="removeCustomer(code)" />
            {{ code }}
          </label>
        }
        <hl-customer-picker (picked)="addCustomer($event)" />
        <span class="soft">None chosen: for everybody.</span>
      </details>
      <hl-outlet-choice
        [chosen]="content().outlets"
        (changed)="changed.emit({ outlets: $event })"
      />
      <span>from</span>
      <hl-day-field
        label="First day"
        [value]="content().window.from"
        (changed)="changed.emit({ window: { from: $event, until: content().window.until } })"
      />
      <span>to</span>
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
    label,
    details > .soft {
      display: block;
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
  protected readonly levels = computed(() => this.reference().levels);
  protected readonly segments = computed(() => this.reference().customers.segments);
  private readonly parties = computed(
    () => this.content().parties ?? { customers: [], segments: [] },
  );
  protected readonly whom = computed(() => {
    const { parties } = this.content();
    if (!parties) return 'For everybody';
    const count = parties.customers.length + parties.segments.length;
    return `For ${String(count)} customers or segments`;
  });

  protected chooseLevel(id: string, { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const levels = turned(this.content().levels ?? [], id, target.checked);
    this.changed.emit({ levels: levels.length === 0 ? null : levels });
  }

  protected chooseSegment(code: string, { target }: Event): void {
    if (!(target instanceof HTMLInputElement)) return;
    const { customers, segments } = this.parties();
    this.setParties(customers, turned(segments, code, target.checked));
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
