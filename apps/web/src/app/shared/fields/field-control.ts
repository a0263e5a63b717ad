import { effect, untracked } from '@angular/core';
import { FormControl, type AbstractControl, type ValidationErrors } from '@angular/forms';
import { ErrorStateMatcher } from '@angular/material/core';

/** What a field shows, all as signals read when it is used. */
export interface FieldState {
  /** What stands in it. */
  readonly value: () => string;
  /** What is wrong with it, found elsewhere; a sentence. */
  readonly problem: () => string | null;
  readonly disabled?: () => boolean;
}

/**
 * The form control beneath a field. It follows what the field is given; what somebody types or chooses
 * stays in it until then. For a component's injection context.
 */
export function fieldControl({ value, problem, disabled }: FieldState): FormControl<string> {
  const control = new FormControl('', { nonNullable: true });
  // what the field is given is there only once its component is
  effect(() => {
    if (!control.validator) control.setValidators(told);
    control.setValue(value(), { emitEvent: false });
  });
  effect(() => {
    problem();
    control.updateValueAndValidity({ emitEvent: false });
  });
  function told(): ValidationErrors | null {
    const words = untracked(problem);
    return words === null ? null : { problem: words };
  }
  effect(() => {
    if (disabled?.()) control.disable({ emitEvent: false });
    else control.enable({ emitEvent: false });
  });
  return control;
}

class AtOnce implements ErrorStateMatcher {
  isErrorState(control: AbstractControl | null): boolean {
    return control?.invalid ?? false;
  }
}

/** Shows what is wrong as soon as it is known: whoever knows it has looked at what was typed. */
export const AT_ONCE = new AtOnce();
