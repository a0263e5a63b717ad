import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { Store } from '@ngrx/store';
import { sessionActions, sessionFeature } from '../session/session.feature';
import { Appearance } from './appearance';
import { Wordmark } from './wordmark';

interface RailGroup {
  readonly name: string;
  readonly places: readonly { readonly name: string; readonly link: string }[];
}

/** The screens there are, in the order of the work. */
const GROUPS: readonly RailGroup[] = [
  { name: 'Goods', places: [{ name: 'Catalogue', link: '/catalogue' }] },
  { name: 'Customers', places: [{ name: 'Customers', link: '/customers' }] },
  { name: 'Pricing', places: [{ name: 'Levels', link: '/levels' }] },
  { name: 'Documents', places: [{ name: 'Quotes', link: '/quotes' }] },
  {
    name: 'Records',
    places: [
      { name: 'Draft', link: '/draft' },
      { name: 'Versions', link: '/versions' },
      { name: 'Changes', link: '/changes' },
    ],
  },
];

@Component({
  selector: 'hl-rail',
  imports: [RouterLink, RouterLinkActive, Wordmark],
  templateUrl: './rail.html',
  styleUrl: './rail.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Rail {
  private readonly store = inject(Store);
  protected readonly appearance = inject(Appearance);
  protected readonly groups = GROUPS;
  protected readonly user = this.store.selectSignal(sessionFeature.selectUser);

  protected signOut(): void {
    this.store.dispatch(sessionActions.signOut());
  }
}
