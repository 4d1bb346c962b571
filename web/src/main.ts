import { bootstrapApplication } from '@angular/platform-browser';
import * as z from 'zod';
import { AppComponent } from './app/app.component';
import { appConfig } from './app/app.config';

// Without this, zod tries out eval when it first parses, which the content security policy forbids.
z.config({ jitless: true });

bootstrapApplication(AppComponent, appConfig).catch((error: unknown) => {
  console.error(error);
});
