import { DOCUMENT } from '@angular/common';
import { inject, Injectable } from '@angular/core';
import { NavigationEnd, Router } from '@angular/router';
import { filter, map, pairwise, startWith, type Observable } from 'rxjs';

/** How long a screen may take to show its heading. */
const LONGEST_WAIT = 10_000;

/**
 * Moves the focus to the heading of a screen that was gone to, so that the keyboard starts there and a
 * screen reader says where one is. A field that the screen itself puts the focus into keeps it.
 */
@Injectable({ providedIn: 'root' })
export class PageFocus {
  private readonly document = inject(DOCUMENT);
  private readonly router = inject(Router);
  private observer: MutationObserver | null = null;

  /** Moves the focus for as long as somebody listens. */
  follow(): Observable<void> {
    return this.router.events.pipe(
      filter((event) => event instanceof NavigationEnd),
      map(({ urlAfterRedirects }) => urlAfterRedirects.split(/[?#]/, 1)[0]),
      startWith(null),
      pairwise(),
      filter(([before, now]) => before !== now),
      map(() => {
        this.move();
      }),
    );
  }

  private move(): void {
    this.observer?.disconnect();
    const sheet = this.document.querySelector<HTMLElement>('main');
    if (!sheet) return;
    if (!this.isWithin(sheet)) sheet.focus({ preventScroll: true });
    if (this.toHeading(sheet)) return;
    const observer = new MutationObserver(() => {
      if (this.toHeading(sheet)) observer.disconnect();
    });
    observer.observe(sheet, { subtree: true, childList: true });
    this.observer = observer;
    setTimeout(() => {
      observer.disconnect();
    }, LONGEST_WAIT);
  }

  /** Whether there was nothing more to do. */
  private toHeading(sheet: HTMLElement): boolean {
    if (this.isWithin(sheet)) return true;
    const heading = sheet.querySelector<HTMLElement>('h1');
    if (!heading) return this.document.activeElement !== sheet && !this.isOnBody();
    heading.tabIndex = -1;
    heading.focus({ preventScroll: true });
    return true;
  }

  private isWithin(sheet: HTMLElement): boolean {
    const { activeElement } = this.document;
    return activeElement !== sheet && sheet.contains(activeElement);
  }

  private isOnBody(): boolean {
    return this.document.activeElement === this.document.body;
  }
}
