import { effect, untracked } from '@angular/core';
import { FormControl, type AbstractControl } from '@angular/forms';
import { ErrorStateMatcher } from '@angular/material/core';

/** What a field shows, all as signals read when it is used. */
export interface FieldState<T> {
  /** What stands in it. */
  readonly value: () => T;
  /** What is wrong with it, found elsewhere; a sentence. */
  readonly problem: () => string | null;
  readonly disabled?: () => boolean;
}

/**
 * The form control beneath a field. It follows what the field is given; what somebody types or chooses
 * stays in it until then. For a component's injection context.
 * @param empty what stands in it until it is given something
 */
export function fieldControl<T>(
  empty: T,
  { value, problem, disabled }: FieldState<T>,
): FormControl<T> {
  // what the field is given is there only once its component is
  let isThere = false;
  const control = new FormControl<T>(empty, {
    nonNullable: true,
    validators: () => {
      const told = isThere ? untracked(problem) : null;
      return told === null ? null : { problem: told };
    },
  });
  effect(() => {
    isThere = true;
    control.setValue(value(), { emitEvent: false });
  });
  effect(() => {
    problem();
    control.updateValueAndValidity({ emitEvent: false });
  });
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
