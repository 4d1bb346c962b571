import { provideHttpClient, withFetch } from '@angular/common/http';
import { provideZonelessChangeDetection, type ApplicationConfig } from '@angular/core';
import { provideRouter, withComponentInputBinding } from '@angular/router';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore } from '@ngrx/store';
import { appRoutes } from './app.routes';
import * as catalogueEffects from './features/catalogue/catalogue.effects';
import { catalogueFeature } from './features/catalogue/catalogue.state';
import * as deviceEffects from './features/device/device.effects';
import { deviceFeature } from './features/device/device.state';
import * as matchEffects from './features/match/match.effects';
import { benchKept, matchFeature } from './features/match/match.state';
import * as shopEffects from './features/shop/shop.effects';
import { shopFeature } from './features/shop/shop.state';

export const appConfig: ApplicationConfig = {
  providers: [
    provideZonelessChangeDetection(),
    provideHttpClient(withFetch()),
    provideRouter(appRoutes, withComponentInputBinding()),
    provideStore(),
    provideState(shopFeature),
    provideState(catalogueFeature),
    provideState(matchFeature.name, matchFeature.reducer, { metaReducers: [benchKept] }),
    provideState(deviceFeature),
    provideEffects(shopEffects, catalogueEffects, matchEffects, deviceEffects),
  ],
};
