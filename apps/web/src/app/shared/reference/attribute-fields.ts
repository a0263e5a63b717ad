import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Attribute, AttributeValues, FieldProblem } from '@honest-ledger/contracts';
import { DayField } from '../fields/day-field';
import { FigureField } from '../fields/figure-field';
import { TextField } from '../fields/text-field';
import { ChoiceField } from '../fields/choice-field';

const YES_NO = [
  { code: 'yes', name: 'yes' },
  { code: 'no', name: 'no' },
];

/** What a company keeps of an item or a customer besides, a field for each; an empty one is none. */
@Component({
  selector: 'hl-attribute-fields',
  imports: [ChoiceField, DayField, FigureField, TextField],
  template: `
    @for (one of attributes(); track one.code) {
      <span>
        @switch (one.type) {
          @case ('number') {
            <hl-figure-field
              [label]="one.name"
              [value]="value(one)"
              [mayBeEmpty]="true"
              (changed)="set(one, $event)"
            />
          }
          @case ('day') {
            <hl-day-field
              [label]="one.name"
              [value]="values()[one.code] ?? null"
              (changed)="set(one, $event ?? '')"
            />
          }
          @case ('yesNo') {
            <hl-choice
              none="Not set"
              [label]="one.name"
              [code]="value(one)"
              [options]="yesNo"
              (chosen)="set(one, $event)"
            />
          }
          @case ('choice') {
            <hl-choice
              none="Not set"
              [label]="one.name"
              [code]="value(one)"
              [options]="choices(one)"
              (chosen)="set(one, $event)"
            />
          }
          @default {
            <hl-text-field [label]="one.name" [value]="value(one)" (changed)="set(one, $event)" />
          }
        }
        @if (wrong(one); as wrong) {
          <span class="wrong">{{ wrong }}</span>
        }
      </span>
    }
  `,
  styles: `
    :host {
      display: contents;
    }
    .wrong {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AttributeFields {
  readonly attributes = input.required<readonly Attribute[]>();
  readonly values = input.required<AttributeValues>();
  readonly problems = input<readonly FieldProblem[]>([]);
  readonly changed = output<AttributeValues>();

  protected readonly yesNo = YES_NO;

  protected value({ code }: Attribute): string {
    return this.values()[code] ?? '';
  }

  protected choices({ choices }: Attribute): { code: string; name: string }[] {
    return choices.map((choice) => ({ code: choice, name: choice }));
  }

  protected wrong({ code }: Attribute): string | null {
    return this.problems().find(({ path }) => path === `attributes.${code}`)?.sentence ?? null;
  }

  protected set({ code }: Attribute, value: string): void {
    const { [code]: _, ...others } = this.values();
    this.changed.emit(value === '' ? others : { ...others, [code]: value });
  }
}
