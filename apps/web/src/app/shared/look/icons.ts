import { inject, provideEnvironmentInitializer, type EnvironmentProviders } from '@angular/core';
import { MatIconRegistry } from '@angular/material/icon';
import { DomSanitizer } from '@angular/platform-browser';
import { ICON_PATHS } from './icon-paths';

/** An icon that ships with the application. */
export type IconName = keyof typeof ICON_PATHS;

/** Makes the icons known to `mat-icon` by their names, so that none is fetched. */
export function provideIcons(): EnvironmentProviders {
  return provideEnvironmentInitializer(() => {
    const registry = inject(MatIconRegistry);
    const sanitizer = inject(DomSanitizer);
    for (const [name, drawing] of Object.entries(ICON_PATHS)) {
      const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 -960 960 960"><path d="${drawing}"/></svg>`;
      // the drawings are our own constants
      registry.addSvgIconLiteral(name, sanitizer.bypassSecurityTrustHtml(svg));
    }
  });
}
