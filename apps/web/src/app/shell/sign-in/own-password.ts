import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import {
  NonNullableFormBuilder,
  ReactiveFormsModule,
  Validators,
  type ValidatorFn,
} from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { catchError, map, of } from 'rxjs';
import type { ProblemDetails } from '@honest-ledger/contracts';
import { problemOf } from '../../shared/requests/problems';
import { SessionApi } from '../../shared/session/session.api';

/** Something has been typed. */
const given: ValidatorFn = (control) => Validators.required(control);

/** Everybody changes their own password here; where else they are signed in they sign in anew. */
@Component({
  selector: 'hl-own-password',
  imports: [ReactiveFormsModule, MatButtonModule, MatFormFieldModule, MatInputModule],
  template: `
    <header class="sheet-head"><h1>Your password</h1></header>
    <form [formGroup]="form" (ngSubmit)="change()">
      <mat-form-field appearance="outline">
        <mat-label>Password that you have</mat-label>
        <input matInput formControlName="old" type="password" autocomplete="current-password" />
        <mat-error>{{ wrong('old') ?? 'Type your password.' }}</mat-error>
      </mat-form-field>
      <mat-form-field appearance="outline">
        <mat-label>New password</mat-label>
        <input matInput formControlName="password" type="password" autocomplete="new-password" />
        <mat-hint>At least 12 characters, and not easily guessed</mat-hint>
        <mat-error>{{ wrong('password') ?? 'Type a new password.' }}</mat-error>
      </mat-form-field>
      <mat-form-field appearance="outline">
        <mat-label>New password once more</mat-label>
        <input matInput formControlName="again" type="password" autocomplete="new-password" />
        <mat-error>Type the same password.</mat-error>
      </mat-form-field>
      @if (problem(); as problem) {
        <p class="wrong" role="alert">{{ problem.detail }}</p>
      }
      @if (done()) {
        <p role="status">
          Your password is changed. Where else you were signed in, you sign in anew.
        </p>
      }
      <button type="submit" matButton="filled">Change the password</button>
    </form>
  `,
  styles: `
    form {
      display: flex;
      flex-direction: column;
      gap: 12px;
      max-width: 380px;
      padding: 16px 24px;
    }
    button {
      align-self: flex-start;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OwnPassword {
  private readonly api = inject(SessionApi);
  protected readonly done = signal(false);
  protected readonly problem = signal<ProblemDetails | null>(null);
  protected readonly form = inject(NonNullableFormBuilder).group({
    old: ['', given],
    password: ['', given],
    again: ['', given],
  });

  /** What the server said of a field. */
  protected wrong(field: 'old' | 'password'): string | null {
    return this.problem()?.fields?.find(({ path }) => path === field)?.sentence ?? null;
  }

  protected change(): void {
    this.form.markAllAsTouched();
    this.problem.set(null);
    this.done.set(false);
    const { old, password, again } = this.form.getRawValue();
    if (password !== again) this.form.controls.again.setErrors({ other: true });
    if (this.form.invalid) return;
    this.api
      .changePassword({ old, password })
      .pipe(
        map(() => null),
        catchError((error: unknown) => of(problemOf(error))),
      )
      .subscribe((problem) => {
        this.problem.set(problem);
        this.done.set(problem === null);
        if (problem === null) this.form.reset();
        for (const { path } of problem?.fields ?? []) {
          this.form.get(path)?.setErrors({ refused: true });
        }
      });
  }
}
