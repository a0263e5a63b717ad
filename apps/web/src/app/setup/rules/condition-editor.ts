import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import type { ConditionForm } from '@honest-ledger/contracts';
import { movedBy, movedTo, type MoveStep, type Place } from './condition-moves';
import { UNSAID_GOODS } from '../../shared/reference/scope-edits';
import { withPart, type TestForm } from './rule-edits';
import { TestEditor } from './test-editor';
import { ChoiceField } from '../../shared/fields/choice-field';

type Group = Extract<ConditionForm, { of: unknown }>;

/** Where a part goes. */
type Move = { readonly from: Place } & ({ readonly to: Place } | { readonly step: MoveStep });

/** What is dragged here is a part of a condition and nothing else. */
const DRAGGED = 'application/x-honest-ledger-condition-part';

const STEPS: Readonly<Partial<Record<string, MoveStep>>> = {
  ArrowUp: 'up',
  ArrowDown: 'down',
  ArrowRight: 'in',
  ArrowLeft: 'out',
};

function draggedFrom({ dataTransfer }: DragEvent): Place | null {
  const text = dataTransfer?.getData(DRAGGED) ?? '';
  if (!/^\[\d+(,\d+)*\]$/.test(text)) return null;
  return text.slice(1, -1).split(',').map(Number);
}

const GROUPS: readonly (readonly [Group['kind'], string])[] = [
  ['all', 'All must match'],
  ['any', 'At least one must match'],
  ['none', 'None may match'],
];

/** A condition of a rule as a tree of sentences: a group of others, or one test. */
@Component({
  selector: 'hl-condition-editor',
  imports: [ChoiceField, MatButton, TestEditor],
  template: `
    @if (group(); as group) {
      <div class="line">
        <hl-choice
          label="Group"
          [code]="group.kind"
          [options]="groups"
          (chosen)="chooseGroup($event)"
        />
        @if (removable()) {
          <button type="button" matButton (click)="removed.emit()">Remove</button>
        }
      </div>
      <ul (dragover)="allow($event, group.of.length)" (drop)="drop($event, group.of.length)">
        @for (part of group.of; track $index) {
          <li
            [class.over]="over() === $index"
            (dragover)="allow($event, $index)"
            (dragleave)="over.set(null)"
            (drop)="drop($event, $index)"
          >
            <button
              type="button"
              class="handle"
              draggable="true"
              aria-label="Move this part: Alt with an arrow key"
              title="Drag it, or press Alt with an arrow key: up, down, right into a group, left to leave it"
              (dragstart)="lift($event, $index)"
              (keydown)="press($event, $index)"
            >
              ⠿
            </button>
            <hl-condition-editor
              [condition]="part"
              [path]="path() + '.of[' + $index + ']'"
              [place]="placeOf($index)"
              [problems]="problems()"
              [currency]="currency()"
              [removable]="true"
              (changed)="setPart($index, $event)"
              (removed)="setPart($index, null)"
              (moved)="move($event)"
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
      <button type="button" matButton (click)="addTest()">Add condition</button>
      <button type="button" matButton (click)="addGroup()">Add group</button>
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
        <button type="button" matButton (click)="addTest()">Add condition</button>
        <button type="button" matButton (click)="addGroup()">Add group</button>
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
      display: flex;
      align-items: baseline;
      gap: 4px;
      padding: 4px 0;
    }
    li > hl-condition-editor {
      flex: 1;
    }
    .over {
      box-shadow: 0 -2px 0 var(--action);
    }
    .handle {
      padding: 0 2px;
      border: 0;
      background: none;
      color: var(--soft-ink);
      cursor: grab;
    }
    :host-context(fieldset:disabled) .handle {
      display: none;
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
  /** Where this condition stands in that of the rule. */
  readonly place = input<Place>([]);
  readonly changed = output<ConditionForm>();
  readonly removed = output();
  /** A part is to go elsewhere: the outermost group does it. */
  readonly moved = output<Move>();

  /** The part before which something that is dragged would go. */
  protected readonly over = signal<number | null>(null);
  protected readonly groups = GROUPS;
  protected readonly group = computed((): Group | null => {
    const condition = this.condition();
    return 'of' in condition ? condition : null;
  });
  protected readonly test = computed((): TestForm | null => {
    const condition = this.condition();
    return 'of' in condition ? null : condition;
  });

  protected chooseGroup(value: string): void {
    const kind = GROUPS.find(([one]) => one === value)?.[0];
    const group = this.group();
    if (kind && group) this.changed.emit({ kind, of: group.of });
  }

  protected setPart(place: number, part: ConditionForm | null): void {
    const group = this.group();
    if (group) this.changed.emit({ kind: group.kind, of: withPart(group.of, place, part) });
  }

  protected placeOf(at: number): Place {
    return [...this.place(), at];
  }

  protected lift({ dataTransfer, target }: DragEvent, at: number): void {
    dataTransfer?.setData(DRAGGED, JSON.stringify(this.placeOf(at)));
    const row = target instanceof HTMLElement ? target.closest('li') : null;
    if (row) dataTransfer?.setDragImage(row, 0, 0);
  }

  protected allow(event: DragEvent, at: number): void {
    if (!event.dataTransfer?.types.includes(DRAGGED)) return;
    event.preventDefault();
    event.stopPropagation();
    this.over.set(at);
  }

  protected drop(event: DragEvent, at: number): void {
    this.over.set(null);
    const from = draggedFrom(event);
    if (!from) return;
    event.preventDefault();
    event.stopPropagation();
    this.move({ from, to: this.placeOf(at) });
  }

  protected press(event: KeyboardEvent, at: number): void {
    const step = event.altKey ? STEPS[event.key] : undefined;
    if (!step) return;
    event.preventDefault();
    this.move({ from: this.placeOf(at), step });
  }

  protected move(move: Move): void {
    if (this.place().length > 0) {
      this.moved.emit(move);
      return;
    }
    const root = this.condition();
    const { from } = move;
    const after = 'to' in move ? movedTo(root, from, move.to) : movedBy(root, from, move.step);
    if (after !== root) this.changed.emit(after);
  }

  protected addTest(): void {
    this.add({ kind: 'goods', scopes: [UNSAID_GOODS] });
  }

  protected addGroup(): void {
    this.add({ kind: 'any', of: [{ kind: 'goods', scopes: [UNSAID_GOODS] }] });
  }

  /** A test that stands alone becomes the first of a group. */
  private add(part: ConditionForm): void {
    const { kind, of } = this.group() ?? { kind: 'all' as const, of: [this.condition()] };
    this.changed.emit({ kind, of: [...of, part] });
  }
}
