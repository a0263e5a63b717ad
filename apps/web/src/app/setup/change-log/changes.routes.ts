import type { Routes } from '@angular/router';
import { Changes } from './changes';

export const changeRoutes: Routes = [{ path: '', title: 'Change log', component: Changes }];
