import { bootstrapApplication } from '@angular/platform-browser';
import * as z from 'zod';
import { AppComponent } from './app/app.component';
import { appConfig } from './app/app.config';

// Without this, zod tries eval when it first parses, which the content security policy forbids.
z.config({ jitless: true });

/** The fonts of headings and text are loaded at once, not when first drawn, which would move what is below. */
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
