import { DOCUMENT, inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import { fromEvent, Subject } from 'rxjs';
import { ROOMS } from './rooms';

const ROOM_KEY_WAIT_MS = 1500;

/** Keyboard shortcuts that work everywhere. Typing in a field never triggers one. */
@Injectable({ providedIn: 'root' })
export class KeysService {
  private readonly router = inject(Router);
  private readonly document = inject(DOCUMENT);
  /** `/` was pressed. */
  readonly search = new Subject<void>();
  /** `?` was pressed. */
  readonly help = new Subject<void>();
  private roomKeyUntil = 0;

  constructor() {
    fromEvent<KeyboardEvent>(this.document, 'keydown').subscribe((event) => this.onKey(event));
  }

  private onKey(event: KeyboardEvent): void {
    if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
    const room = event.timeStamp < this.roomKeyUntil ? ROOMS.find(({ key }) => key === event.key) : undefined;
    this.roomKeyUntil = event.key === 'g' ? event.timeStamp + ROOM_KEY_WAIT_MS : 0;
    if (room) void this.router.navigateByUrl(room.path);
    else if (event.key === '/') this.search.next();
    else if (event.key === '?') this.help.next();
    else return;
    event.preventDefault();
  }
}

function isTyping(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement && target.closest('input, select, textarea, [contenteditable]') !== null
  );
}
