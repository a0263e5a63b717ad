import { HttpClient } from '@angular/common/http';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatRadioGroup } from '@angular/material/radio';
import { MatRadioButton } from '@angular/material/radio';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  REPEAT_PRICES,
  REPEAT_UNITS,
  type Repeat,
  type RepeatPrices,
  type RepeatTerms,
  type RepeatUnit,
  type RepeatView,
} from '@honest-ledger/contracts';
import { hasPermission } from '../../../shared/session/may-do';
import { writeCalendarDay } from '../../../shared/numbers/dates';
import { DayField } from '../../../shared/fields/day-field';
import { Notice } from '../../../shared/notices/notice';
import { besidesFields } from '../../../shared/requests/problems';
import { resourceWithCommands } from '../../../shared/requests/read-and-sent';
import { addressOf } from '../../../shared/documents/document-words';
import type { OpenDocument } from '../state/documents.feature';
import { ChoiceField, type Choice } from '../../../shared/fields/choice-field';

/** How an order repeats, what was made of that so far, and the way to change it. */
@Component({
  selector: 'hl-order-repeat',
  imports: [
    ChoiceField,
    DayField,
    MatButton,
    MatFormField,
    MatInput,
    MatLabel,
    MatRadioButton,
    MatRadioGroup,
    Notice,
    RouterLink,
  ],
  template: `
    @if (notice(); as problem) {
      <hl-notice [problem]="problem" (retried)="readAgain()" />
    }
    @if (found().value; as view) {
      @if (view.of; as of) {
        <p class="soft">
          For {{ day(of.on) }}, as
          <a [routerLink]="address(of.number)">order {{ of.number }}</a> repeats.
        </p>
      }
      @if (view.repeat; as repeat) {
        <p role="status">
          Repeats {{ rhythm(repeat) }}, {{ PRICE_WORDS[repeat.prices] }};
          {{ repeat.next.length > 0 ? 'next on ' + daysOf(repeat.next) : 'no more to come' }}.
        </p>
        @if (repeat.remark; as remark) {
          <p class="attention">△ {{ withDays(remark) }}</p>
        }
      }
      @if (view.made.length > 0) {
        <p class="soft">
          Made so far:
          @for (made of view.made; track made.number) {
            <a [routerLink]="address(made.number)">order {{ made.number }}</a> for {{ day(made.on)
            }}{{ $last ? '.' : ', ' }}
          }
        </p>
      }
      @if (maySet() && !setting()) {
        <button type="button" matButton (click)="begin(view.repeat)">
          {{ view.repeat ? 'Repeat otherwise…' : 'Repeat…' }}
        </button>
        @if (view.repeat; as repeat) {
          <button type="button" matButton (click)="end(repeat)">Stop repeating</button>
        }
      }
      @if (setting()) {
        <section class="notice" aria-label="Repeat the order">
          <p>
            <mat-form-field class="every"
              ><mat-label>Every</mat-label
              ><input
                matInput
                type="number"
                min="1"
                max="366"
                [value]="terms().every"
                (change)="set({ every: every.valueAsNumber })"
                #every
            /></mat-form-field>

            <hl-choice
              label="Interval"
              [code]="terms().unit"
              [options]="intervals()"
              (chosen)="setUnit($event)"
            />
            from
            <hl-day-field
              label="The first day"
              [value]="terms().startsOn"
              [problem]="wrong('startsOn')"
              (changed)="set({ startsOn: $event ?? '' })"
            />
            until
            <hl-day-field
              label="The last day, or none"
              [value]="terms().until"
              [problem]="wrong('until')"
              (changed)="set({ until: $event })"
            />
          </p>
          <mat-radio-group
            aria-label="Prices of the repeated orders"
            [value]="terms().prices"
            (change)="set({ prices: $event.value })"
          >
            @for (one of PRICES; track one) {
              <mat-radio-button [value]="one">{{ PRICE_WORDS[one] }}</mat-radio-button>
            }
          </mat-radio-group>
          @if (wrong('prices'); as problem) {
            <p class="wrong" role="alert">{{ problem }}.</p>
          }
          <p class="soft">
            Each order is made open when its day begins, and waits for somebody to look at it and
            confirm it.
          </p>
          <p>
            <button type="button" matButton="filled" [disabled]="!isWhole()" (click)="send()">
              Repeat order
            </button>
            <button type="button" matButton="outlined" (click)="setting.set(false)">Cancel</button>
          </p>
        </section>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      padding: 4px 18px 0;
    }
    p {
      margin: 6px 0;
    }
    p label {
      margin-right: 14px;
    }
    button {
      margin-right: 10px;
    }
    .every {
      width: 64px;
    }
    @media print {
      :host {
        display: none;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OrderRepeat {
  readonly open = input.required<OpenDocument>();

  private readonly http = inject(HttpClient);
  private readonly number = computed(() => this.open().number);
  private readonly mayWrite = hasPermission('writeDocuments');
  private readonly again = signal(0);
  private readonly repeats = resourceWithCommands(
    computed(() => ({ number: this.number(), again: this.again() })),
    ({ number }) => this.http.get<RepeatView>(at(number)),
    () => {
      this.setting.set(false);
    },
  );
  protected readonly found = this.repeats.heard;
  protected readonly maySet = computed(
    () => this.mayWrite() && this.open().view.state === 'confirmed',
  );
  protected readonly setting = linkedSignal({ source: this.number, computation: () => false });
  /** As they are typed: whatever the server says meanwhile, they stay so. */
  protected readonly terms = linkedSignal({ source: this.number, computation: beginning });
  protected readonly isWhole = computed(() => {
    const { every, startsOn } = this.terms();
    return Number.isInteger(every) && every >= 1 && every <= 366 && startsOn !== '';
  });
  protected readonly notice = computed(() => besidesFields(this.found().problem, TOLD_BESIDE));
  protected readonly intervals = computed((): Choice[] =>
    REPEAT_UNITS.map((unit) => [unit, this.terms().every === 1 ? unit : `${unit}s`]),
  );
  protected readonly PRICES = REPEAT_PRICES;
  protected readonly PRICE_WORDS = PRICE_WORDS;
  protected readonly day = writeCalendarDay;

  protected wrong(path: string): string | null {
    const fields = this.found().problem?.fields;
    return fields?.find((field) => field.path === path)?.sentence ?? null;
  }

  protected address(number: number): readonly [string, number] {
    return addressOf({ kind: 'order', number });
  }

  protected rhythm({ every, unit }: Repeat): string {
    return every === 1 ? `every ${unit}` : `every ${String(every)} ${unit}s`;
  }

  protected daysOf(days: readonly string[]): string {
    return days.map(writeCalendarDay).join('; ');
  }

  /** Days are the server's to find, and written as the reader writes them. */
  protected withDays(sentence: string): string {
    return sentence.replace(/\d{4}-\d{2}-\d{2}/g, writeCalendarDay);
  }

  protected begin(repeat: Repeat | null): void {
    this.terms.set(repeat ? termsOf(repeat) : beginning());
    this.setting.set(true);
  }

  protected set(part: Partial<RepeatTerms>): void {
    this.terms.update((before) => ({ ...before, ...part }));
  }

  protected setUnit(typed: string): void {
    const unit = REPEAT_UNITS.find((one): one is RepeatUnit => one === typed);
    if (unit) this.set({ unit });
  }

  protected send(): void {
    const body = { ...this.terms(), revision: this.found().value?.repeat?.revision ?? 0 };
    this.repeats.send(this.http.put<RepeatView>(at(this.number()), body));
  }

  protected end({ revision }: Repeat): void {
    this.repeats.send(this.http.post<RepeatView>(`${at(this.number())}/end`, { revision }));
  }

  protected readAgain(): void {
    this.again.update((times) => times + 1);
  }
}

const TOLD_BESIDE = /^(startsOn|until|prices)$/;

const PRICE_WORDS: Readonly<Record<RepeatPrices, string>> = {
  kept: 'at the prices of this order',
  today: 'at the prices of each day',
};

function termsOf({ every, unit, startsOn, until, prices }: Repeat): RepeatTerms {
  return { every, unit, startsOn, until, prices };
}

/** What is proposed at first: every month, from tomorrow. */
function beginning(): RepeatTerms {
  const tomorrow = new Date(Date.now() + 24 * 60 * 60 * 1000).toISOString().slice(0, 10);
  return { every: 1, unit: 'month', startsOn: tomorrow, until: null, prices: 'kept' };
}

function at(number: number): string {
  return `/api/documents/${String(number)}/repeat`;
}
