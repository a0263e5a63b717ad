import { DOCUMENT } from '@angular/common';
import { inject, Injectable, signal } from '@angular/core';

const SAVED_AS = 'honest-ledger-navigation';

interface Saved {
  readonly folded: boolean;
  readonly closed: readonly string[];
}

/** What is needed every day is in sight, the rest is one press away. */
const AT_FIRST: Saved = { folded: false, closed: ['Purchasing', 'History'] };

/** Whether the navigation is folded to icons, and which of its groups are; remembered in this browser. */
@Injectable({ providedIn: 'root' })
export class NavigationState {
  private readonly storage = inject(DOCUMENT).defaultView?.localStorage;
  private readonly state = signal(this.remembered());

  folded(): boolean {
    return this.state().folded;
  }

  isClosed(group: string): boolean {
    return this.state().closed.includes(group);
  }

  turn(): void {
    this.save({ ...this.state(), folded: !this.folded() });
  }

  turnGroup(group: string): void {
    const { folded, closed } = this.state();
    const others = closed.filter((one) => one !== group);
    this.save({ folded, closed: others.length < closed.length ? others : [...closed, group] });
  }

  private save(state: Saved): void {
    this.state.set(state);
    this.storage?.setItem(SAVED_AS, JSON.stringify(state));
  }

  private remembered(): Saved {
    try {
      const saved = JSON.parse(this.storage?.getItem(SAVED_AS) ?? 'null') as Partial<Saved> | null;
      if (saved === null || !Array.isArray(saved.closed)) return AT_FIRST;
      return { folded: saved.folded === true, closed: saved.closed };
    } catch {
      return AT_FIRST; // what stands there is not ours
    }
  }
}
