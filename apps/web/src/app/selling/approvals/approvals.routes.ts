import type { Routes } from '@angular/router';
import { ApprovalList } from './approval-list';

export const approvalRoutes: Routes = [{ path: '', title: 'Approvals', component: ApprovalList }];
