import { DOCUMENT, inject, Injectable } from '@angular/core';
import { Store } from '@ngrx/store';
import { sessionFeature } from '../../shared/session/session.feature';
import type { Parcel } from './parcel';

const PREFIX = 'honest-ledger unsent';

/**
 * Keeps edits on this device until the server has them, so that a page that is loaded anew goes on
 * with them: by their user, and by the tab that made them. A tab holds a lock by its name as long as
 * it is there, so that another one takes over only what nobody is left to send.
 */
@Injectable({ providedIn: 'root' })
export class OutboxStorage {
  private readonly window = inject(DOCUMENT).defaultView;
  private readonly user = inject(Store).selectSignal(sessionFeature.selectUser);
  private readonly tab = this.tabName();
  /** What was there when the page was loaded: whatever comes later is being sent by its screen. */
  private readonly atFirst = new Set(this.keys());

  constructor() {
    const locks = this.locks();
    void locks?.request(lockName(this.tab), () => new Promise(() => undefined));
  }

  put(parcel: Parcel): void {
    const key = this.key(parcel.id);
    if (key === null) return;
    try {
      this.window?.localStorage.setItem(key, JSON.stringify(parcel));
    } catch (error) {
      // a device that keeps nothing, or no more, loses nothing that is on the screen
      console.warn('an edit could not be saved on this device', error);
    }
  }

  remove(id: string): void {
    const key = this.key(id);
    if (key !== null) this.window?.localStorage.removeItem(key);
  }

  /** The server has this content: what was made of it since stays. */
  removeSent(id: string, content: unknown): void {
    const key = this.key(id);
    const saved = key === null ? null : this.read(key);
    if (saved && JSON.stringify(saved.content) === JSON.stringify(content)) this.remove(id);
  }

  /** Forgets what its user has made in this tab. */
  clear(): void {
    for (const key of this.own()) this.window?.localStorage.removeItem(key);
  }

  /** True where something waits that was edited here. */
  holdsAny(): boolean {
    return this.own().length > 0;
  }

  /** What this tab left behind when its page was loaded anew. */
  recoverOwn(): readonly Parcel[] {
    return this.takeOver((tab) => tab === this.tab);
  }

  /** What tabs left behind that are closed by now; it is this tab's from then on. */
  async recoverOthers(): Promise<readonly Parcel[]> {
    const alive = await this.tabsAlive();
    return alive === null ? [] : this.takeOver((tab) => !alive.has(tab));
  }

  private takeOver(isIt: (tab: string) => boolean): readonly Parcel[] {
    const start = this.start('');
    if (start === null) return [];
    return this.keys().flatMap((key) => {
      const tab = key.startsWith(start) ? key.slice(start.length).split(' ', 1)[0] : undefined;
      if (tab === undefined || !isIt(tab) || !this.atFirst.delete(key)) return [];
      const parcel = this.read(key);
      this.window?.localStorage.removeItem(key);
      if (parcel) this.put(parcel);
      return parcel ? [parcel] : [];
    });
  }

  private own(): readonly string[] {
    const start = this.start(this.tab);
    return start === null ? [] : this.keys().filter((key) => key.startsWith(start));
  }

  private read(key: string): Parcel | null {
    const text = this.window?.localStorage.getItem(key);
    try {
      // nothing else writes under this name
      return text ? (JSON.parse(text) as Parcel) : null;
    } catch {
      return null;
    }
  }

  private keys(): readonly string[] {
    try {
      return Object.keys(this.window?.localStorage ?? {});
    } catch {
      return [];
    }
  }

  private key(id: string): string | null {
    const start = this.start(this.tab);
    return start === null ? null : `${start} ${id}`;
  }

  /** Null while nobody is signed in. */
  private start(tab: string): string | null {
    const email = this.user()?.email;
    return email === undefined ? null : `${PREFIX} ${email} ${tab}`;
  }

  /** The name of this tab, which it has again when its page is loaded anew. */
  private tabName(): string {
    const saved = this.window?.sessionStorage.getItem(PREFIX);
    if (saved) return saved;
    const name = crypto.randomUUID();
    this.window?.sessionStorage.setItem(PREFIX, name);
    return name;
  }

  /** The tabs that are there, or null where this device does not say. */
  private async tabsAlive(): Promise<ReadonlySet<string> | null> {
    const state = await this.locks()?.query();
    if (!state?.held) return null;
    return new Set(state.held.flatMap(({ name }) => name?.slice(lockName('').length) ?? []));
  }

  /** Browsers have them where the connection is safe, and on this machine. */
  private locks(): LockManager | undefined {
    return (this.window?.navigator as Partial<Navigator> | undefined)?.locks;
  }
}

const lockName = (tab: string): string => `${PREFIX} ${tab}`;
