import { DOCUMENT } from '@angular/common';
import { effect, inject, Injectable, signal } from '@angular/core';

export type AppearanceChoice = 'system' | 'light' | 'dark';

const KEPT_AS = 'honest-ledger-appearance';
const CHOICES: readonly AppearanceChoice[] = ['system', 'light', 'dark'];

/** Light, dark, or as the system says; remembered in this browser. */
@Injectable({ providedIn: 'root' })
export class Appearance {
  private readonly document = inject(DOCUMENT);
  readonly choice = signal<AppearanceChoice>(this.remembered());

  constructor() {
    effect(() => {
      const choice = this.choice();
      this.document.documentElement.dataset['appearance'] = choice;
      this.document.defaultView?.localStorage.setItem(KEPT_AS, choice);
    });
  }

  /** The next choice in turn. */
  turn(): void {
    const next = (CHOICES.indexOf(this.choice()) + 1) % CHOICES.length;
    this.choice.set(CHOICES[next] ?? 'system');
  }

  private remembered(): AppearanceChoice {
    const saved = this.document.defaultView?.localStorage.getItem(KEPT_AS);
    return CHOICES.find((choice) => choice === saved) ?? 'system';
  }
}
