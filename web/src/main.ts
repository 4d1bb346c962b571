import { bootstrapApplication } from '@angular/platform-browser';
import * as z from 'zod';
import { AppComponent } from './app/app.component';
import { appConfig } from './app/app.config';

// Without this, zod tries out eval when it first parses, which the content security policy forbids.
z.config({ jitless: true });

/** What headings and text are set in, at once and not when the first of them is drawn: it would move what stands below. */
const FONTS = [
  '600 1rem "Barlow Semi Condensed"',
  '500 1rem "Barlow Semi Condensed"',
  '400 1rem "Atkinson Hyperlegible"',
  '700 1rem "Atkinson Hyperlegible"',
];
for (const font of FONTS) void document.fonts.load(font);

bootstrapApplication(AppComponent, appConfig).catch((error: unknown) => {
  console.error(error);
});
