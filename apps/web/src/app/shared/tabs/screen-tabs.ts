import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MatTabLink, MatTabNav, MatTabNavPanel } from '@angular/material/tabs';
import { RouterLink, RouterLinkActive } from '@angular/router';

/** A view of a screen that has an address of its own. */
export interface ScreenTab {
  readonly name: string;
  readonly link: string;
  /** Whether addresses below it are other tabs. */
  readonly exact?: boolean;
}

/** The views of one screen, of which one is shown. */
@Component({
  selector: 'hl-screen-tabs',
  imports: [MatTabLink, MatTabNav, MatTabNavPanel, RouterLink, RouterLinkActive],
  template: `
    <nav
      mat-tab-nav-bar
      [attr.aria-label]="label()"
      [tabPanel]="panel"
      mat-stretch-tabs="false"
      disableRipple
    >
      @for (tab of tabs(); track tab.link) {
        <a
          mat-tab-link
          [routerLink]="tab.link"
          routerLinkActive
          #active="routerLinkActive"
          [routerLinkActiveOptions]="{ exact: tab.exact === true }"
          [active]="active.isActive"
          >{{ tab.name }}</a
        >
      }
    </nav>
    <mat-tab-nav-panel #panel />
  `,
  styles: `
    :host {
      display: block;
      flex: none;
      padding: 0 8px;
    }
    mat-tab-nav-panel {
      display: none;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ScreenTabs {
  readonly label = input.required<string>();
  readonly tabs = input.required<readonly ScreenTab[]>();
}
