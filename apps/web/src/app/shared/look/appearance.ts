import { DOCUMENT } from '@angular/common';
import { effect, inject, Injectable, signal } from '@angular/core';

export type AppearanceChoice = 'system' | 'light' | 'dark';

const SAVED_AS = 'honest-ledger-appearance';
const CHOICES: readonly { readonly choice: AppearanceChoice; readonly name: string }[] = [
  { choice: 'system', name: 'As the system' },
  { choice: 'light', name: 'Light' },
  { choice: 'dark', name: 'Dark' },
];

/** Light, dark, or as the system says; remembered in this browser. */
@Injectable({ providedIn: 'root' })
export class Appearance {
  private readonly document = inject(DOCUMENT);
  readonly all = CHOICES;
  readonly choice = signal<AppearanceChoice>(this.remembered());

  constructor() {
    effect(() => {
      const choice = this.choice();
      this.document.documentElement.dataset['appearance'] = choice;
      this.document.defaultView?.localStorage.setItem(SAVED_AS, choice);
    });
  }

  choose(choice: AppearanceChoice): void {
    this.choice.set(choice);
  }

  private remembered(): AppearanceChoice {
    const saved = this.document.defaultView?.localStorage.getItem(SAVED_AS);
    return CHOICES.find(({ choice }) => choice === saved)?.choice ?? 'system';
  }
}
