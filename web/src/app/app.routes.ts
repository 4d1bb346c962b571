import type { Routes } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState } from '@ngrx/store';
import * as bookEffects from './features/book/book.effects';
import { bookFeature } from './features/book/book.state';
import * as changeoverEffects from './features/changeover/changeover.effects';
import { changeoverFeature, changeoverKept } from './features/changeover/changeover.state';
import * as faultEffects from './features/fault/fault.effects';
import { faultFeature, faultKept } from './features/fault/fault.state';
import * as floorEffects from './features/floor/floor.effects';
import { floorFeature, floorKept } from './features/floor/floor.state';
import * as handSettingEffects from './features/hand-setting/hand-setting.effects';
import { handSettingFeature } from './features/hand-setting/hand-setting.state';
import * as jobQueueEffects from './features/job-queue/job-queue.effects';
import { jobQueueFeature } from './features/job-queue/job-queue.state';
import * as lifeEffects from './features/life/life.effects';
import * as roundsEffects from './features/rounds/rounds.effects';
import { lifeFeature, lifeKept } from './features/life/life.state';
import { roundsFeature } from './features/rounds/rounds.state';
import * as machineEffects from './features/machine/machine.effects';
import { machineFeature } from './features/machine/machine.state';
import * as setupListEffects from './features/match/setup-list.effects';
import { setupListFeature } from './features/match/setup-list.state';
import * as messageEffects from './features/message/message.effects';
import { messageFeature } from './features/message/message.state';
import * as needleEffects from './features/needle/needle.effects';
import { needleFeature } from './features/needle/needle.state';
import * as nowEffects from './features/now/now.effects';
import { nowFeature } from './features/now/now.state';
import * as peopleEffects from './features/people/people.effects';
import { peopleFeature } from './features/people/people.state';
import * as pullTestEffects from './features/pull-test/pull-test.effects';
import { pullTestFeature } from './features/pull-test/pull-test.state';
import * as practiceEffects from './features/practice/practice.effects';
import { practiceFeature } from './features/practice/practice.state';
import { machineRoutes, SERVICE } from './machine.routes';
import { atLanding, signedIn } from './features/shop/signed-in.guard';
import * as safekeepingEffects from './features/safekeeping/safekeeping.effects';
import { safekeepingFeature } from './features/safekeeping/safekeeping.state';
import * as storeEffects from './features/store/store.effects';
import { storeFeature } from './features/store/store.state';
import * as tensionEffects from './features/tension/tension.effects';
import { tensionFeature } from './features/tension/tension.state';

const NEEDLE = [provideState(needleFeature), provideEffects(needleEffects)];
const PULL_TEST = [provideState(pullTestFeature), provideEffects(pullTestEffects)];

export const appRoutes: Routes = [
  {
    path: 'sign-in',
    title: 'Sign in · Gantelet',
    loadComponent: () => import('./features/shop/sign-in.page').then((m) => m.SignInPage),
  },
  {
    path: 'first-start',
    title: 'First start · Gantelet',
    loadComponent: () => import('./features/shop/first-start.page').then((m) => m.FirstStartPage),
  },
  {
    path: '',
    canActivateChild: [signedIn],
    children: [
      { path: '', pathMatch: 'full', canActivate: [atLanding], children: [] },
      {
        path: 'now',
        title: 'Now · Gantelet',
        providers: [
          provideState(floorFeature.name, floorFeature.reducer, { metaReducers: [floorKept] }),
          provideState(roundsFeature),
          provideState(nowFeature),
          provideState(storeFeature),
          provideState(safekeepingFeature),
          provideEffects(floorEffects, roundsEffects, nowEffects, storeEffects, safekeepingEffects),
          ...SERVICE,
        ],
        loadComponent: () => import('./features/now/now.page').then((m) => m.NowPage),
      },
      {
        path: 'hand-settings/:setupId',
        title: 'Foot, edge and speed · Gantelet',
        providers: [provideState(handSettingFeature), provideEffects(handSettingEffects)],
        loadComponent: () =>
          import('./features/hand-setting/hand-setting.page').then((m) => m.HandSettingPage),
      },
      {
        path: 'pull-tests/:setupId',
        title: 'Pull tests · Gantelet',
        providers: PULL_TEST,
        loadComponent: () => import('./features/pull-test/pull-test.page').then((m) => m.PullTestPage),
      },
      {
        path: 'bench',
        title: 'Bench · Gantelet',
        providers: PULL_TEST,
        loadComponent: () => import('./features/match/bench.page').then((m) => m.BenchPage),
      },
      {
        path: 'bench/:setupId',
        title: 'Bench · Gantelet',
        providers: PULL_TEST,
        loadComponent: () => import('./features/match/bench.page').then((m) => m.BenchPage),
      },
      {
        path: 'setup-list',
        title: 'List of set-ups · Gantelet',
        providers: [provideState(setupListFeature), provideEffects(setupListEffects)],
        loadComponent: () => import('./features/match/import-setups.page').then((m) => m.ImportSetupsPage),
      },
      {
        path: 'changeover',
        title: 'Changeover · Gantelet',
        providers: [
          provideState(changeoverFeature.name, changeoverFeature.reducer, { metaReducers: [changeoverKept] }),
          provideEffects(changeoverEffects),
        ],
        loadComponent: () => import('./features/match/changeover.page').then((m) => m.ChangeoverPage),
      },
      {
        path: 'changeover/:setupId',
        title: 'Changeover · Gantelet',
        providers: [
          provideState(changeoverFeature.name, changeoverFeature.reducer, { metaReducers: [changeoverKept] }),
          provideEffects(changeoverEffects),
        ],
        loadComponent: () => import('./features/match/changeover.page').then((m) => m.ChangeoverPage),
      },
      {
        path: 'changeovers',
        title: 'Changeover · Gantelet',
        providers: [
          provideState(floorFeature.name, floorFeature.reducer, { metaReducers: [floorKept] }),
          provideState(changeoverFeature.name, changeoverFeature.reducer, { metaReducers: [changeoverKept] }),
          provideState(jobQueueFeature),
          provideEffects(floorEffects, changeoverEffects, { read: jobQueueEffects.read }),
        ],
        children: [
          {
            path: 'at/:machineId',
            loadComponent: () => import('./features/changeover/choose-job.page').then((m) => m.ChooseJobPage),
          },
          {
            path: ':changeoverId',
            loadComponent: () =>
              import('./features/changeover/changeover.page').then((m) => m.ChangeoverWorkPage),
          },
        ],
      },
      {
        path: 'store',
        title: 'Store · Gantelet',
        providers: [provideState(storeFeature), provideEffects(storeEffects)],
        children: [
          {
            path: '',
            pathMatch: 'full',
            loadComponent: () => import('./features/store/store.page').then((m) => m.StorePage),
          },
          {
            path: 'import',
            loadComponent: () => import('./features/store/import.page').then((m) => m.ImportStorePage),
          },
          {
            path: 'labels',
            loadComponent: () => import('./features/store/store-labels.page').then((m) => m.StoreLabelsPage),
          },
        ],
      },
      {
        path: 'jobs',
        title: 'Next jobs · Gantelet',
        providers: [provideState(jobQueueFeature), provideEffects(jobQueueEffects)],
        loadComponent: () => import('./features/job-queue/job-queue.page').then((m) => m.JobQueuePage),
      },
      {
        path: 'faults',
        title: 'Find a fault · Gantelet',
        providers: [
          provideState(floorFeature.name, floorFeature.reducer, { metaReducers: [floorKept] }),
          provideState(faultFeature.name, faultFeature.reducer, { metaReducers: [faultKept] }),
          provideEffects(floorEffects, faultEffects),
        ],
        loadComponent: () => import('./features/fault/fault.page').then((m) => m.FaultPage),
      },
      {
        path: 'needle-check',
        title: 'Check a needle · Gantelet',
        providers: NEEDLE,
        loadComponent: () => import('./features/needle/needle-check.page').then((m) => m.NeedleCheckPage),
      },
      {
        path: 'loose-needle',
        title: 'Which needle · Gantelet',
        providers: NEEDLE,
        loadComponent: () => import('./features/needle/loose-needle.page').then((m) => m.LooseNeedlePage),
      },
      {
        path: 'compare-needles',
        title: 'Two needles · Gantelet',
        loadComponent: () =>
          import('./features/needle/compare-needles.page').then((m) => m.CompareNeedlesPage),
      },
      {
        path: 'lots',
        title: 'Needle lots · Gantelet',
        providers: NEEDLE,
        loadComponent: () => import('./features/needle/lots.page').then((m) => m.LotsPage),
      },
      {
        path: 'thread',
        title: 'Thread · Gantelet',
        loadComponent: () => import('./features/thread/thread.page').then((m) => m.ThreadPage),
      },
      {
        path: 'label',
        title: 'Label · Gantelet',
        loadComponent: () => import('./features/thread/label.page').then((m) => m.LabelPage),
      },
      {
        path: 'machines',
        title: 'Machines · Gantelet',
        providers: [provideState(machineFeature), provideEffects(machineEffects)],
        children: machineRoutes,
      },
      {
        path: 'life',
        title: 'Life · Gantelet',
        providers: [
          provideState(lifeFeature.name, lifeFeature.reducer, { metaReducers: [lifeKept] }),
          provideEffects(lifeEffects),
        ],
        children: [
          { path: '', loadComponent: () => import('./features/life/life.page').then((m) => m.LifePage) },
          {
            path: 'import',
            loadComponent: () => import('./features/life/import.page').then((m) => m.ImportPastNeedlesPage),
          },
        ],
      },
      {
        path: 'rounds',
        title: 'Rounds · Gantelet',
        providers: [provideState(roundsFeature), provideEffects(roundsEffects)],
        children: [
          {
            path: '',
            loadComponent: () => import('./features/rounds/rounds.page').then((m) => m.RoundsPage),
          },
          {
            path: 'sheets',
            providers: [
              ...SERVICE,
              provideState(jobQueueFeature),
              provideEffects({ read: jobQueueEffects.read }),
            ],
            loadComponent: () => import('./features/rounds/round-sheets.page').then((m) => m.RoundSheetsPage),
          },
          {
            path: 'settings',
            loadComponent: () => import('./features/rounds/settings.page').then((m) => m.RoundsSettingsPage),
          },
        ],
      },
      {
        path: 'shop',
        title: 'Shop · Gantelet',
        loadComponent: () => import('./features/shop/shop.page').then((m) => m.ShopPage),
      },
      {
        path: 'messages',
        title: 'Messages · Gantelet',
        providers: [provideState(messageFeature), provideEffects(messageEffects)],
        loadComponent: () => import('./features/message/messages.page').then((m) => m.MessagesPage),
      },
      {
        path: 'safekeeping',
        title: 'Safekeeping · Gantelet',
        providers: [provideState(safekeepingFeature), provideEffects(safekeepingEffects)],
        loadComponent: () => import('./features/safekeeping/safekeeping.page').then((m) => m.SafekeepingPage),
      },
      {
        path: 'people',
        title: 'People and zones · Gantelet',
        providers: [provideState(peopleFeature), provideEffects(peopleEffects)],
        children: [
          {
            path: '',
            loadComponent: () => import('./features/people/people.page').then((m) => m.PeoplePage),
          },
          {
            path: 'import',
            loadComponent: () => import('./features/people/import.page').then((m) => m.ImportPeoplePage),
          },
        ],
      },
      {
        path: 'devices',
        title: 'Devices · Gantelet',
        loadComponent: () => import('./features/device/devices.page').then((m) => m.DevicesPage),
      },
      {
        path: 'book',
        title: 'Book · Gantelet',
        providers: [provideState(bookFeature), provideEffects(bookEffects)],
        loadComponent: () => import('./features/book/book.page').then((m) => m.BookPage),
      },
      {
        path: 'practice',
        title: 'Practice · Gantelet',
        providers: [provideState(practiceFeature), provideEffects(practiceEffects)],
        children: [
          {
            path: '',
            loadComponent: () => import('./features/practice/practice.page').then((m) => m.PracticePage),
          },
          {
            path: 'faults',
            loadComponent: () =>
              import('./features/practice/practice-fault.page').then((m) => m.PracticeFaultPage),
          },
        ],
      },
      {
        path: 'catalogue/wall-chart',
        title: 'Wall chart · Gantelet',
        loadComponent: () => import('./features/catalogue/wall-chart.page').then((m) => m.WallChartPage),
      },
      {
        path: 'catalogue',
        title: 'Catalogue · Gantelet',
        loadComponent: () => import('./features/catalogue/catalogue.page').then((m) => m.CataloguePage),
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
        providers: [
          provideState(floorFeature.name, floorFeature.reducer, { metaReducers: [floorKept] }),
          provideEffects(floorEffects),
          ...SERVICE,
        ],
        children: [
          { path: '', loadComponent: () => import('./features/floor/floor.page').then((m) => m.FloorPage) },
          {
            path: 'spot-checks',
            loadComponent: () => import('./features/floor/spot-checks.page').then((m) => m.SpotChecksPage),
          },
          {
            path: ':machineId',
            loadComponent: () => import('./features/floor/floor.page').then((m) => m.FloorPage),
          },
        ],
      },
    ],
  },
  {
    path: '**',
    title: 'Not found · Gantelet',
    loadComponent: () => import('./shell/not-found.page').then((m) => m.NotFoundPage),
  },
];
