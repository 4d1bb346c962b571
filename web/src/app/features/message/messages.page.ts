import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  MESSAGE_KINDS,
  MESSAGE_WAYS,
  MessageTargetEntry,
  SIGNATURE_HEADER,
  type Message,
  type MessageKind,
  type MessageTarget,
  type MessageWay,
} from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { unreadText } from '../../shared/words/read-words';
import { writeStamps } from '../../shared/write-stamp';
import { messageActions, messageFeature } from './message.state';
import { CountedPipe, WhenPipe } from '../../shared/widgets/locale.pipes';

const KIND_WORDS: Readonly<Record<MessageKind, string>> = {
  'machine-stopped': 'a machine is stopped',
  'round-published': 'a plan of rounds is published',
  'order-now': 'something has to be ordered',
  'book-head': 'a day of the book is complete',
};
const WAY_WORDS: Readonly<Record<MessageWay, string>> = {
  mail: 'By email',
  webhook: 'By POST to another system',
};

/** Who is notified of what, beyond these screens? */
@Component({
  selector: 'gan-messages',
  imports: [CountedPipe, ProblemComponent, ReactiveFormsModule, RouterLink, SignalMarkComponent, WhenPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './messages.page.html',
  styleUrl: './messages.page.scss',
})
export class MessagesPage {
  private readonly store = inject(Store);
  protected readonly view = this.store.selectSignal(messageFeature.selectView);
  protected readonly added = this.store.selectSignal(messageFeature.selectAdded);
  protected readonly saving = this.store.selectSignal(messageFeature.selectSaving);
  protected readonly problem = this.store.selectSignal(messageFeature.selectProblem);
  protected readonly unread = computed(() =>
    unreadText(this.view() !== null, this.problem(), 'the messages'),
  );
  protected readonly kinds = MESSAGE_KINDS;
  protected readonly kindWords = KIND_WORDS;
  protected readonly ways = MESSAGE_WAYS;
  protected readonly wayWords = WAY_WORDS;
  protected readonly signature = SIGNATURE_HEADER;
  protected readonly wanted = signal<readonly MessageKind[]>(['machine-stopped']);
  protected readonly form = new FormGroup({
    way: new FormControl<MessageWay>('mail', { nonNullable: true }),
    address: new FormControl('', { nonNullable: true }),
  });
  private readonly stamp = writeStamps(() => this.view()?.targets.length);

  constructor() {
    this.store.dispatch(messageActions.opened());
    effect(() => {
      if (this.added()) this.form.controls.address.reset();
    });
  }

  protected kindsOf({ kinds }: MessageTarget): string {
    return kinds.map((kind) => KIND_WORDS[kind]).join('; ');
  }

  protected want(kind: MessageKind, wanted: boolean): void {
    const others = this.wanted().filter((one) => one !== kind);
    this.wanted.set(wanted ? [...others, kind] : others);
  }

  /** The recipient to add; null if the entry is not valid. */
  protected entry(): MessageTargetEntry | null {
    const { way, address } = this.form.getRawValue();
    const parsed = MessageTargetEntry.safeParse({ way, address: address.trim(), kinds: [...this.wanted()] });
    return parsed.data ?? null;
  }

  protected add(): void {
    const entry = this.entry();
    if (!entry) return;
    const { key } = this.stamp(entry);
    this.store.dispatch(messageActions.add({ key, entry }));
  }

  protected drop({ id: targetId, version }: MessageTarget): void {
    const { key } = this.stamp(['drop', targetId]);
    this.store.dispatch(messageActions.drop({ key, targetId, version }));
  }

  protected shape({ sentAt, problem }: Message['deliveries'][number]): 'good' | 'watch' | 'info' {
    return sentAt !== null ? 'good' : problem === '' ? 'info' : 'watch';
  }
}
