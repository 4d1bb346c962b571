import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as hookEffects from './features/hook/hook.effects';
import { hookFeature } from './features/hook/hook.state';
import * as plateEffects from './features/plate/plate.effects';
import { plateFeature } from './features/plate/plate.state';
import * as threadingEffects from './features/threading/threading.effects';
import { threadingFeature } from './features/threading/threading.state';
import * as serviceEffects from './features/service/service.effects';
import { serviceFeature } from './features/service/service.state';

/** Needed by every page that reminds of services. */
export const SERVICE = [provideState(serviceFeature), provideEffects(serviceEffects)];

/** The pages about machines. */
export const machineRoutes: Routes = [
  {
    path: '',
    loadComponent: () => import('./features/machine/machines.page').then((m) => m.MachinesPage),
  },
  {
    path: 'import',
    loadComponent: () => import('./features/machine/import.page').then((m) => m.ImportMachinesPage),
  },
  {
    path: 'plates',
    title: 'Plates · Gantelet',
    providers: [provideState(plateFeature), provideEffects(plateEffects)],
    loadComponent: () => import('./features/plate/plates.page').then((m) => m.PlatesPage),
  },
  {
    path: 'services',
    providers: SERVICE,
    loadComponent: () => import('./features/service/service-kinds.page').then((m) => m.ServiceKindsPage),
  },
  {
    path: ':machineId',
    loadComponent: () => import('./features/machine/machine.page').then((m) => m.MachinePage),
  },
  {
    path: ':machineId/history',
    loadComponent: () => import('./features/machine/history.page').then((m) => m.HistoryPage),
  },
  {
    path: ':machineId/hook',
    title: 'Hook · Gantelet',
    providers: [provideState(hookFeature), provideEffects(hookEffects)],
    loadComponent: () => import('./features/hook/hook.page').then((m) => m.HookPage),
  },
  {
    path: ':machineId/threading',
    title: 'Thread up · Gantelet',
    providers: [provideState(threadingFeature), provideEffects(threadingEffects)],
    loadComponent: () => import('./features/threading/threading.page').then((m) => m.ThreadingPage),
  },
  {
    path: ':machineId/sticker',
    loadComponent: () => import('./features/machine/sticker.page').then((m) => m.StickerPage),
  },
];
