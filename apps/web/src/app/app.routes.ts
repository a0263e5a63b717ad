import type { Routes } from '@angular/router';
import { signedInOnly } from './shared/session/signed-in-only';

/** Every screen is loaded when it is first asked for. */
export const routes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in',
    loadComponent: () => import('./shell/sign-in/sign-in').then(({ SignIn }) => SignIn),
  },
  {
    path: '',
    canActivate: [signedInOnly],
    loadComponent: () => import('./shell/shell').then(({ Shell }) => Shell),
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'today' },
      {
        path: 'today',
        title: 'Today',
        loadComponent: () => import('./shell/today/today').then(({ Today }) => Today),
      },
      {
        path: 'catalogue',
        loadChildren: () =>
          import('./master-data/catalogue/catalogue.routes').then((m) => m.catalogueRoutes),
      },
      {
        path: 'customers',
        loadChildren: () =>
          import('./master-data/customers/customers.routes').then((m) => m.customerRoutes),
      },
      {
        path: 'levels',
        loadChildren: () => import('./setup/levels/levels.routes').then((m) => m.levelRoutes),
      },
      {
        path: 'cost-tables',
        loadChildren: () =>
          import('./setup/cost-tables/cost-tables.routes').then((m) => m.costTableRoutes),
      },
      {
        path: 'breaks',
        loadChildren: () => import('./setup/breaks/breaks.routes').then((m) => m.breakRoutes),
      },
      {
        path: 'approvals',
        loadChildren: () =>
          import('./selling/approvals/approvals.routes').then((m) => m.approvalRoutes),
      },
      {
        path: 'rules',
        loadChildren: () => import('./setup/rules/rules.routes').then((m) => m.ruleRoutes),
      },
      {
        path: 'cost-updates',
        loadChildren: () =>
          import('./supply/cost-updates/cost-updates.routes').then((m) => m.costUpdateRoutes),
      },
      {
        path: 'purchase-desk',
        loadChildren: () =>
          import('./supply/purchasing/purchasing.routes').then((m) => m.purchaseDeskRoutes),
      },
      {
        path: 'purchase-orders',
        loadChildren: () =>
          import('./supply/purchasing/purchasing.routes').then((m) => m.purchaseOrderRoutes),
      },
      {
        path: 'waiting-prices',
        title: 'Proposed prices',
        loadComponent: () =>
          import('./supply/cost-updates/waiting-prices').then(({ WaitingPrices }) => WaitingPrices),
      },
      {
        path: 'follow-rules',
        title: 'When costs change',
        loadComponent: () =>
          import('./supply/cost-updates/follow-rules').then(({ FollowRules }) => FollowRules),
      },
      {
        path: 'price-changes',
        loadChildren: () =>
          import('./exchange/price-changes/price-changes.routes').then((m) => m.priceChangeRoutes),
      },
      {
        path: 'basics',
        loadChildren: () =>
          import('./setup/pricing-settings/basics.routes').then((m) => m.basicsRoutes),
      },
      {
        path: 'draft',
        title: 'Draft',
        loadComponent: () =>
          import('./setup/drafts/look-through').then(({ LookThrough }) => LookThrough),
      },
      {
        path: 'versions',
        loadChildren: () => import('./setup/versions/versions.routes').then((m) => m.versionRoutes),
      },
      {
        path: 'files',
        loadChildren: () => import('./exchange/imports/files.routes').then((m) => m.fileRoutes),
      },
      {
        path: 'own-password',
        title: 'Your password',
        loadComponent: () => import('./shell/sign-in/own-password').then((m) => m.OwnPassword),
      },
      {
        path: 'settings',
        loadChildren: () =>
          import('./master-data/settings/settings.routes').then((m) => m.settingsRoutes),
      },
      {
        path: 'changes',
        loadChildren: () => import('./setup/change-log/changes.routes').then((m) => m.changeRoutes),
      },
      {
        path: 'price-desk',
        loadChildren: () =>
          import('./selling/price-desk/price-desk.routes').then((m) => m.priceDeskRoutes),
      },
      {
        path: 'sales-backtest',
        loadChildren: () =>
          import('./verification/sales-backtest/sales-backtest.routes').then(
            (m) => m.salesBacktestRoutes,
          ),
      },
      ...(['quote', 'order', 'sale'] as const).map((kind) => ({
        path: `${kind}s`,
        data: { kind },
        loadChildren: () =>
          import('./selling/documents/documents.routes').then((m) => m.documentRoutes),
      })),
      {
        path: '**',
        title: 'Not found',
        loadComponent: () => import('./shell/not-found').then(({ NotFound }) => NotFound),
      },
    ],
  },
];
