import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatButton } from '@angular/material/button';
import {
  NonNullableFormBuilder,
  ReactiveFormsModule,
  Validators,
  type ValidatorFn,
} from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import type { DemoSignIn } from '@honest-ledger/contracts';
import { Store } from '@ngrx/store';
import { Wordmark } from '../../shared/look/wordmark';
import { sessionActions, sessionFeature } from '../../shared/session/session.feature';

/** Something has been typed. */
const given: ValidatorFn = (control) => Validators.required(control);

/** The first page: who are you. */
@Component({
  selector: 'hl-sign-in',
  imports: [MatButton, MatFormFieldModule, MatInputModule, ReactiveFormsModule, Wordmark],
  templateUrl: './sign-in.html',
  styleUrl: './sign-in.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignIn {
  /** Where to go on after signing in: a place of this application. */
  readonly back = input<string>('/');

  private readonly store = inject(Store);
  protected readonly asking = this.store.selectSignal(sessionFeature.selectAsking);
  protected readonly demo = this.store.selectSignal(sessionFeature.selectDemo);
  protected readonly problem = this.store.selectSignal(sessionFeature.selectProblem);
  protected readonly form = inject(NonNullableFormBuilder).group({
    email: ['', given],
    password: ['', given],
  });

  protected signInAs({ email, password }: DemoSignIn): void {
    this.form.setValue({ email, password });
    this.signIn();
  }

  protected signIn(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    // One slash only: an address that begins with two leads to another site.
    const back = /^\/(?!\/)/.test(this.back()) ? this.back() : '/';
    this.store.dispatch(sessionActions.signIn({ body: this.form.getRawValue(), back }));
  }
}
