import { NgTemplateOutlet } from '@angular/common';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  Injector,
  signal,
} from '@angular/core';
import { ActivatedRoute, RouterLink } from '@angular/router';
import { NgbNavModule } from '@ng-bootstrap/ng-bootstrap/nav';
import { Store } from '@ngrx/store';
import {
  USUAL_BUYING,
  type NeedleChoice,
  type StoreItem,
  type StoreItemEntry,
  type StoreMoveEntry,
  type StoreOrderEntry,
  type StoreThing,
  type StoreThingKind,
} from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { moneyIn } from '../../shared/words/money';
import { unreadText } from '../../shared/words/read-words';
import { dayText } from '../../shared/words/rounds-words';
import { writeStamps } from '../../shared/write-stamp';
import { StoreItemFormComponent } from './store-item-form.component';
import { StoreMoveFormComponent, type StoreAct } from './store-move-form.component';
import { storeActions, storeFeature, type StoreWrite } from './store.state';
import {
  countText,
  KIND_WORDS,
  lastsText,
  MOVE_WORDS,
  packsText,
  onHandText,
  quantityText,
  remarksOn,
  saidOnHand,
  thingText,
  useText,
  whyOrderText,
} from '../../shared/words/store-words';
import { WhenPipe } from '../../shared/widgets/locale.pipes';
import { counted } from '../../shared/locale';

const NO_NEEDLE: NeedleChoice = { systemId: '135x17', nm: 110, pointId: 'round', finishId: 'chromed' };

/** What is on hand, what to order? */
@Component({
  selector: 'gan-store',
  imports: [
    NgbNavModule,
    NgTemplateOutlet,
    ProblemComponent,
    RouterLink,
    SignalMarkComponent,
    StandingComponent,
    StoreItemFormComponent,
    StoreMoveFormComponent,
    WhenPipe,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './store.page.html',
  styleUrl: './store.page.scss',
})
export class StorePage {
  private readonly store = inject(Store);
  private readonly injector = inject(Injector);
  private readonly view = this.store.selectSignal(storeFeature.selectView);
  protected readonly saving = this.store.selectSignal(storeFeature.selectSaving);
  protected readonly done = this.store.selectSignal(storeFeature.selectDone);
  protected readonly refused = this.store.selectSignal(storeFeature.selectRefused);
  private readonly problem = this.store.selectSignal(storeFeature.selectProblem);
  private readonly written = this.store.selectSignal(storeFeature.selectWritten);
  private readonly stamp = writeStamps(() => this.written());

  protected readonly kinds: readonly StoreThingKind[] = ['needle', 'thread', 'part'];
  protected readonly kindWords = KIND_WORDS;
  protected readonly moveWords = MOVE_WORDS;
  protected readonly whyText = whyOrderText;
  protected readonly acts: readonly (readonly [act: StoreAct, words: string])[] = [
    ['count', 'Count'],
    ['use', 'Take out'],
    ['receive', 'Receive'],
    ['order', 'Order'],
    ['scrap', 'Throw away'],
  ];
  protected readonly kind = signal<StoreThingKind>('needle');
  protected readonly sought = signal('');
  /** The item whose row is open, and what is being recorded for it. */
  protected readonly open = signal<{ readonly id: string; readonly act: StoreAct | 'edit' | null } | null>(
    null,
  );
  /** What is being added; null if nothing is. */
  protected readonly adding = signal<StoreItemEntry | null>(null);

  /** What is below the orders waits for them: nothing moves away under a finger. */
  protected readonly isRead = computed(() => this.view() !== null);
  protected readonly currency = computed(() => this.view()?.currency ?? 'EUR');
  protected readonly money = computed(() => moneyIn({ currency: this.currency() }));
  private readonly items = computed(() => this.view()?.items ?? []);
  protected readonly due = computed(() => this.items().filter(({ toOrder }) => toOrder > 0));
  /** What to order, by supplier. */
  protected readonly orders = computed(() => {
    const suppliers = [...new Set(this.due().map(({ supplier }) => supplier))];
    return suppliers
      .sort((a, b) => a.localeCompare(b))
      .map((supplier) => {
        const items = this.due().filter((item) => item.supplier === supplier);
        return { supplier, items, price: this.priceText(items) };
      });
  });
  protected readonly headline = computed(() => {
    const unread = unreadText(this.view() !== null, this.problem(), 'the store');
    const count = this.due().length;
    if (unread !== null || count === 0) return unread ?? 'Nothing to order now';
    return `${counted(count, 'thing')} to order, ${this.priceText(this.due())}`;
  });
  protected readonly unlisted = computed((): readonly StoreItemEntry[] => {
    const { needles = [], threads = [] } = this.view()?.unlisted ?? {};
    return [
      ...needles.map((needle) => emptyEntry({ kind: 'needle', needle })),
      ...threads.map((thread) => emptyEntry({ kind: 'thread', ...thread, colour: '' })),
    ];
  });
  protected readonly rows = computed(() => {
    const words = this.sought().trim().toLowerCase();
    return this.items()
      .filter(({ thing }) => thing.kind === this.kind())
      .map((item) => ({
        item,
        name: thingText(item.thing),
        onHand: onHandText(item),
        packs: item.onHand === null || item.thing.kind !== 'thread' ? '' : packsText(item, saidOnHand(item)!),
        overage: item.overage > 0 ? countText(item.thing.kind, item.overage) : '',
        remarks: remarksOn(item),
        use: useText(item),
        lasts: lastsText(item),
        reorder: item.reorderAt === null ? '' : countText(item.thing.kind, item.reorderAt),
        comes: item.orders.map(
          ({ quantity, expectedOn }) => `${countText(item.thing.kind, quantity)} ${dayText(expectedOn)}`,
        ),
      }))
      .filter(({ name, item }) => `${name} ${item.place} ${item.supplier}`.toLowerCase().includes(words))
      .sort((a, b) => Number(b.item.inUse) - Number(a.item.inUse));
  });

  constructor() {
    this.store.dispatch(storeActions.opened());
    const asked = inject(ActivatedRoute).snapshot.queryParamMap;
    this.kind.set(this.kinds.find((kind) => kind === asked.get('kind')) ?? 'needle');
    this.openScanned(asked.get('item'));
    effect(() => {
      if (this.written() === 0) return;
      this.adding.set(null);
      this.open.update((open) => open && { ...open, act: null });
    });
  }

  /** Opens the item named by a label's code, once the store has been read. */
  private openScanned(id: string | null): void {
    if (id === null) return;
    const waiting = effect(() => {
      const view = this.view();
      if (view === null) return;
      waiting.destroy();
      const item = view.items.find((one) => one.id === id);
      if (!item) return;
      this.kind.set(item.thing.kind);
      this.sought.set(thingText(item.thing));
      this.open.set({ id, act: null });
      const show = () => document.getElementById(`thing-${id}`)?.scrollIntoView({ block: 'center' });
      afterNextRender(show, { injector: this.injector });
    });
  }

  protected toggle(id: string): void {
    this.open.update((open) => (open?.id === id ? null : { id, act: null }));
  }

  protected begin(item: StoreItem, act: StoreAct | 'edit'): void {
    this.kind.set(item.thing.kind);
    this.sought.set('');
    this.open.update((open) =>
      open?.id === item.id && open.act === act ? { id: item.id, act: null } : { id: item.id, act },
    );
  }

  protected add(kind: StoreThingKind): void {
    const thing: Readonly<Record<StoreThingKind, StoreThing>> = {
      needle: { kind: 'needle', needle: NO_NEEDLE },
      thread: { kind: 'thread', tex: 70, constructionId: 'bonded-nylon', colour: '' },
      part: { kind: 'part', name: '' },
    };
    this.addThis(emptyEntry(thing[kind]));
  }

  protected addThis(entry: StoreItemEntry): void {
    this.kind.set(entry.thing.kind);
    this.adding.set(entry);
  }

  protected nameOf({ thing }: StoreItemEntry): string {
    return thingText(thing).replace(/, $/, '');
  }

  protected orderText(item: StoreItem): string {
    const packs = packsText(item, item.toOrder);
    const quantity = quantityText(item.thing.kind, item.toOrder);
    return packs ? `${packs}, ${quantity}` : quantity;
  }

  protected moved(item: StoreItem, entry: StoreMoveEntry): void {
    const { key, at: movedAt } = this.stamp(['move', item.id, entry]);
    const move = { deed: 'move' as const, itemId: item.id, what: thingText(item.thing) };
    this.store.dispatch(storeActions.write({ key, write: { ...move, entry: { ...entry, movedAt } } }));
  }

  protected ordered(item: StoreItem, entry: StoreOrderEntry): void {
    this.write({ deed: 'order', itemId: item.id, entry });
  }

  protected revised(item: StoreItem, entry: StoreItemEntry): void {
    this.write({ deed: 'revise', itemId: item.id, revision: { ...entry, version: item.version } });
  }

  protected added(entry: StoreItemEntry): void {
    this.write({ deed: 'add', entry });
  }

  /** What arrived of an order: all of it, or nothing. */
  protected received(orderId: string, quantity: number): void {
    this.write({ deed: 'receive', orderId, quantity });
  }

  protected takenBack(moveId: string): void {
    this.write({ deed: 'take-back', moveId });
  }

  protected quantity(item: StoreItem, quantity: number): string {
    return quantityText(item.thing.kind, quantity);
  }

  private write(write: StoreWrite): void {
    this.store.dispatch(storeActions.write({ key: this.stamp(write).key, write }));
  }

  private priceText(items: readonly StoreItem[]): string {
    const priced = items.filter(({ packPrice }) => packPrice !== null);
    const sum = priced.reduce(
      (total, { toOrder, packSize, packPrice }) => total + (toOrder / packSize) * packPrice!,
      0,
    );
    if (priced.length === 0) return 'price unknown';
    return `${priced.length < items.length ? 'at least ' : ''}${this.money()(sum)}`;
  }
}

function emptyEntry(thing: StoreThing): StoreItemEntry {
  return { thing, place: '', supplier: '', packPrice: null, inUse: true, ...USUAL_BUYING[thing.kind] };
}
