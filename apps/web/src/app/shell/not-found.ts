import { ChangeDetectionStrategy, Component } from '@angular/core';
import { RouterLink } from '@angular/router';

@Component({
  selector: 'hl-not-found',
  imports: [RouterLink],
  template: `
    <div class="page">
      <h1>There is nothing at this address</h1>
      <p>The address may be mistyped. <a routerLink="/today">Open Today</a></p>
    </div>
  `,
  styles: `
    .page {
      padding: 40px;
      display: grid;
      gap: 12px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NotFound {}
