import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
} from '@angular/core';
import { MatFormField, MatLabel } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatButton } from '@angular/material/button';
import { ROLES, type Role, type UserRow } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { ChoiceField } from '../../shared/fields/choice-field';
import { TextField } from '../../shared/fields/text-field';
import { settingsActions } from './settings.feature';

type UserContent = Omit<UserRow, 'email'>;

/** Who may sign in, and as what. Nobody is taken out: what they did names them. */
@Component({
  selector: 'hl-user-sheet',
  imports: [ChoiceField, MatButton, MatCheckbox, MatFormField, MatInput, MatLabel, TextField],
  template: `
    <table class="ledger" aria-label="Users">
      <thead>
        <tr>
          <th>E-mail</th>
          <th>Name</th>
          <th>Role</th>
          <th>May sign in</th>
          <th>New password</th>
        </tr>
      </thead>
      <tbody>
        @for (row of rows(); track row.email) {
          <tr>
            <td>{{ row.email }}</td>
            <td>
              <hl-text-field
                [bare]="true"
                [label]="'Name of ' + row.email"
                [value]="row.name"
                (changed)="set(row, { name: $event })"
              />
            </td>
            <td>
              <hl-choice
                [bare]="true"
                [label]="'Role of ' + row.email"
                [code]="row.role"
                [options]="roles"
                (chosen)="set(row, { role: roleOf($event) })"
              />
            </td>
            <td>
              <mat-checkbox
                [aria-label]="row.email + ' may sign in'"
                [checked]="row.active"
                (change)="setActive(row, $event.checked)"
              ></mat-checkbox>
            </td>
            <td>
              <mat-form-field class="bare"
                ><input
                  matInput
                  type="password"
                  [attr.aria-label]="'New password of ' + row.email"
                  autocomplete="new-password"
                  placeholder="as it is"
                  [value]="fresh() && ''"
                  (change)="setPassword(row, $event)"
              /></mat-form-field>
            </td>
          </tr>
        }
      </tbody>
    </table>
    <form class="adding" (submit)="add($event)">
      <mat-form-field
        ><mat-label>E-mail of a new user</mat-label
        ><input
          matInput
          type="email"
          autocomplete="off"
          [value]="email()"
          (input)="type('email', $event)"
      /></mat-form-field>
      <mat-form-field
        ><mat-label>Name of a new user</mat-label
        ><input matInput autocomplete="off" [value]="name()" (input)="type('name', $event)"
      /></mat-form-field>
      <hl-choice
        label="Role of a new user"
        [code]="role()"
        [options]="roles"
        (chosen)="role.set(roleOf($event))"
      />
      <mat-form-field
        ><mat-label>Password of a new user</mat-label
        ><input
          matInput
          type="password"
          autocomplete="new-password"
          [value]="password()"
          (input)="type('password', $event)"
      /></mat-form-field>
      <button
        type="submit"
        matButton
        [disabled]="email() === '' || name() === '' || password() === ''"
      >
        Add
      </button>
    </form>
  `,
  styleUrl: './sheets.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class UserSheet {
  readonly rows = input.required<readonly UserRow[]>();
  /** Another number empties the fields of a new user. */
  readonly saved = input.required<number>();

  private readonly store = inject(Store);
  protected readonly roles = ROLES.map((code) => ({ code, name: code }));
  protected readonly roleOf = roleOf;
  protected readonly fresh = computed(() => String(this.saved()));
  protected readonly email = linkedSignal({ source: this.fresh, computation: () => '' });
  protected readonly name = linkedSignal({ source: this.fresh, computation: () => '' });
  protected readonly password = linkedSignal({ source: this.fresh, computation: () => '' });
  protected readonly role = linkedSignal({
    source: this.fresh,
    computation: (): Role => 'sales',
  });

  protected type(field: 'email' | 'name' | 'password', { target }: Event): void {
    if (target instanceof HTMLInputElement) this[field].set(target.value);
  }

  protected setActive(row: UserRow, checked: boolean): void {
    this.set(row, { active: checked });
  }

  protected setPassword(row: UserRow, { target }: Event): void {
    if (target instanceof HTMLInputElement && target.value !== '') this.set(row, {}, target.value);
  }

  protected add(event: Event): void {
    event.preventDefault();
    const content = { name: this.name().trim(), role: this.role(), active: true };
    this.save(this.email().trim().toLowerCase(), null, content, this.password());
  }

  protected set(row: UserRow, part: Partial<UserContent>, password: string | null = null): void {
    const { email, ...seen } = row;
    this.save(email.toLowerCase(), seen, { ...seen, ...part }, password);
  }

  private save(
    code: string,
    seen: UserContent | null,
    content: UserContent,
    password: string | null,
  ): void {
    const edit = { sheet: 'users' as const, code, edit: { seen, content, password } };
    this.store.dispatch(settingsActions.edited({ edit }));
  }
}

function roleOf(text: string): Role {
  return ROLES.find((role) => role === text) ?? 'reader';
}
