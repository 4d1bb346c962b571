import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as floorEffects from './features/floor/floor.effects';
import { floorFeature } from './features/floor/floor.state';
import { signedIn } from './features/shop/signed-in.guard';
import * as tensionEffects from './features/tension/tension.effects';
import { tensionFeature } from './features/tension/tension.state';

export const appRoutes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Gantelet',
    loadComponent: () => import('./features/shop/sign-in.page').then((m) => m.SignInPage),
  },
  {
    path: '',
    canActivateChild: [signedIn],
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'bench' },
      {
        path: 'bench',
        title: 'Bench · Gantelet',
        loadComponent: () => import('./features/match/bench.page').then((m) => m.BenchPage),
      },
      {
        path: 'bench/:setupId',
        title: 'Bench · Gantelet',
        loadComponent: () => import('./features/match/bench.page').then((m) => m.BenchPage),
      },
      {
        path: 'tension',
        title: 'Tension · Gantelet',
        loadComponent: () => import('./features/tension/choose-setup.page').then((m) => m.ChooseSetupPage),
      },
      {
        path: 'tension/:setupId',
        title: 'Tension · Gantelet',
        providers: [provideState(tensionFeature), provideEffects(tensionEffects)],
        loadComponent: () => import('./features/tension/tension.page').then((m) => m.TensionPage),
      },
      {
        path: 'floor',
        title: 'Floor · Gantelet',
        providers: [provideState(floorFeature), provideEffects(floorEffects)],
        children: [
          { path: '', loadComponent: () => import('./features/floor/floor.page').then((m) => m.FloorPage) },
          {
            path: ':machineId',
            loadComponent: () => import('./features/floor/floor.page').then((m) => m.FloorPage),
          },
        ],
      },
    ],
  },
  { path: '**', redirectTo: '' },
];
