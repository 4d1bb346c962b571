import { provideHttpClient, withFetch, withInterceptors } from '@angular/common/http';
import { inject, isDevMode, provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideServiceWorker } from '@angular/service-worker';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { appRoutes } from './app.routes';
import * as catalogueEffects from './features/catalogue/catalogue.effects';
import { catalogueFeature } from './features/catalogue/catalogue.state';
import * as deviceEffects from './features/device/device.effects';
import { deviceFeature } from './features/device/device.state';
import * as matchEffects from './features/match/match.effects';
import { benchKept, matchFeature } from './features/match/match.state';
import * as shopEffects from './features/shop/shop.effects';
import { shopFeature } from './features/shop/shop.state';
import { COLOUR_MARKS } from './shared/colour-marks';
import { fromDevice } from './shared/api/from-device.interceptor';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch(), withInterceptors([fromDevice])),
    provideRouter(appRoutes, withComponentInputBinding()),
    provideServiceWorker('ngsw-worker.js', {
      enabled: !isDevMode(),
      registrationStrategy: 'registerWhenStable:30000',
    }),
    {
      provide: COLOUR_MARKS,
      useFactory: () => inject(Store).selectSignal(shopFeature.selectColourMarks),
    },
    provideStore(),
    provideState(shopFeature),
    provideState(catalogueFeature),
    provideState(matchFeature.name, matchFeature.reducer, { metaReducers: [benchKept] }),
    provideState(deviceFeature),
    provideEffects(shopEffects, catalogueEffects, matchEffects, deviceEffects),
  ],
};
