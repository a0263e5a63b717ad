import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { ConditionForm } from '@honest-ledger/contracts';
import { withPart, type TestForm } from './rule-edits';
import { TestEditor } from './test-editor';

type Group = Extract<ConditionForm, { of: unknown }>;

const GROUPS: readonly (readonly [Group['kind'], string])[] = [
  ['all', 'all of these hold'],
  ['any', 'at least one of these holds'],
  ['none', 'none of these holds'],
];

/** A condition of a rule as a tree of sentences: a group of others, or one test. */
@Component({
  selector: 'hl-condition-editor',
  imports: [TestEditor],
  template: `
    @if (group(); as group) {
      <div class="line">
        <select class="cell" aria-label="How these go together" (change)="chooseGroup($event)">
          @for (one of groups; track one[0]) {
            <option [value]="one[0]" [selected]="one[0] === group.kind">{{ one[1] }}</option>
          }
        </select>
        @if (removable()) {
          <button type="button" class="quiet small" (click)="removed.emit()">Take out</button>
        }
      </div>
      <ul>
        @for (part of group.of; track $index) {
          <li>
            <hl-condition-editor
              [condition]="part"
              [path]="path() + '.of[' + $index + ']'"
              [problems]="problems()"
              [currency]="currency()"
              [removable]="true"
              (changed)="setPart($index, $event)"
              (removed)="setPart($index, null)"
            />
          </li>
        } @empty {
          <li class="soft">
            {{
              group.kind === 'any' ? 'Nothing yet: it never holds.' : 'Nothing: it always holds.'
            }}
          </li>
        }
      </ul>
      <button type="button" class="quiet small" (click)="addTest()">Add a test</button>
      <button type="button" class="quiet small" (click)="addGroup()">Add a group</button>
    } @else if (test(); as test) {
      <hl-test-editor
        [test]="test"
        [problems]="problems()"
        [path]="path()"
        [currency]="currency()"
        [removable]="removable()"
        (changed)="changed.emit($event)"
        (removed)="removed.emit()"
      />
      @if (!removable()) {
        <button type="button" class="quiet small" (click)="addTest()">Add a test</button>
        <button type="button" class="quiet small" (click)="addGroup()">Add a group</button>
      }
    }
  `,
  styles: `
    :host {
      display: block;
    }
    .line {
      display: flex;
      flex-wrap: wrap;
      align-items: baseline;
      gap: 4px 10px;
    }
    ul {
      margin: 4px 0;
      padding: 0 0 0 16px;
      border-left: 2px solid var(--hairline);
      list-style: none;
    }
    li {
      padding: 4px 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ConditionEditor {
  readonly condition = input.required<ConditionForm>();
  /** What is wrong with the rule, by path, and the path of this condition in it. */
  readonly problems = input.required<ReadonlyMap<string, string>>();
  readonly path = input.required<string>();
  readonly currency = input.required<string>();
  /** The whole condition of a rule stays. */
  readonly removable = input(false);
  readonly changed = output<ConditionForm>();
  readonly removed = output();

  protected readonly groups = GROUPS;
  protected readonly group = computed((): Group | null => {
    const condition = this.condition();
    return 'of' in condition ? condition : null;
  });
  protected readonly test = computed((): TestForm | null => {
    const condition = this.condition();
    return 'of' in condition ? null : condition;
  });

  protected chooseGroup({ target }: Event): void {
    if (!(target instanceof HTMLSelectElement)) return;
    const kind = GROUPS.find(([one]) => one === target.value)?.[0];
    const group = this.group();
    if (kind && group) this.changed.emit({ kind, of: group.of });
  }

  protected setPart(place: number, part: ConditionForm | null): void {
    const group = this.group();
    if (group) this.changed.emit({ kind: group.kind, of: withPart(group.of, place, part) });
  }

  protected addTest(): void {
    this.add({ kind: 'goods', reaches: [{ kind: 'all' }] });
  }

  protected addGroup(): void {
    this.add({ kind: 'any', of: [{ kind: 'goods', reaches: [{ kind: 'all' }] }] });
  }

  /** A test that stands alone becomes the first of a group. */
  private add(part: ConditionForm): void {
    const { kind, of } = this.group() ?? { kind: 'all' as const, of: [this.condition()] };
    this.changed.emit({ kind, of: [...of, part] });
  }
}
