import { createEntityAdapter, type EntityState } from '@ngrx/entity';
import {
  createActionGroup,
  createFeature,
  createReducer,
  createSelector,
  emptyProps,
  on,
  props,
} from '@ngrx/store';
import type {
  PersonAccount,
  PersonEntry,
  PersonListResult,
  PersonRow,
  PersonRevision,
  PersonWithBadge,
  PersonWithCode,
  Problem,
  Zone,
} from '@gantelet/contracts';
import { readList, type ReadList } from '../../shared/read-list';

export const peopleActions = createActionGroup({
  source: 'People',
  events: {
    Opened: emptyProps(),
    Read: props<{ people: readonly PersonAccount[]; zones: readonly Zone[] }>(),
    /** `key` is the id of the write: sending it again is the same write. */
    Add: props<{ key: string; entry: PersonEntry }>(),
    'Make Code': props<{ key: string; personId: string }>(),
    Import: props<{ key: string; rows: readonly PersonRow[] }>(),
    /** A list was imported; the codes are shown this once. */
    Imported: props<{ result: PersonListResult }>(),
    /** A person has a new code, which is shown this once. */
    'Code Made': props<{ made: PersonWithCode }>(),
    'Code Seen': emptyProps(),
    'Make Badge': props<{ key: string; personId: string }>(),
    /** A person has a new badge, which is shown this once. */
    'Badge Made': props<{ made: PersonWithBadge }>(),
    Revise: props<{ key: string; personId: string; revision: PersonRevision }>(),
    Revised: props<{ person: PersonAccount }>(),
    'Name Zone': props<{ key: string; zoneId: string | null; name: string }>(),
    'Zone Named': props<{ zone: Zone }>(),
    /** Something could not be read. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface PeopleState {
  /** Null until they have been read. */
  readonly personEntities: ReadList<PersonAccount>;
  readonly zoneEntities: EntityState<Zone>;
  readonly saving: boolean;
  /** Writes that were answered. */
  readonly written: number;
  readonly made: PersonWithCode | null;
  readonly badge: PersonWithBadge | null;
  /** The result of the list that was imported. */
  readonly imported: PersonListResult | null;
  readonly problem: Problem | null;
  readonly refused: Problem | null;
}

/** People who have left come last, as the server returns them. */
const personAdapter = createEntityAdapter<PersonAccount>({
  sortComparer: (a, b) => Number(b.active) - Number(a.active) || a.name.localeCompare(b.name),
});
const zoneAdapter = createEntityAdapter<Zone>();
const personList = readList(personAdapter);

const initial: PeopleState = {
  personEntities: null,
  zoneEntities: zoneAdapter.getInitialState(),
  saving: false,
  written: 0,
  made: null,
  badge: null,
  imported: null,
  problem: null,
  refused: null,
};

/** The people, some of them updated. */
function withPeople(
  { personEntities }: PeopleState,
  some: readonly PersonAccount[],
): EntityState<PersonAccount> {
  return personAdapter.setMany([...some], personList.orEmpty(personEntities));
}

export const peopleFeature = createFeature({
  name: 'people',
  reducer: createReducer(
    initial,
    on(peopleActions.read, (state, { people, zones }) => ({
      ...state,
      personEntities: personList.of(people),
      zoneEntities: zoneAdapter.setAll([...zones], state.zoneEntities),
      problem: null,
    })),
    on(peopleActions.add, peopleActions.makeCode, peopleActions.revise, peopleActions.nameZone, (state) => ({
      ...state,
      saving: true,
      refused: null,
      made: null,
    })),
    on(peopleActions.codeMade, (state, { made }) => ({
      ...state,
      personEntities: withPeople(state, [made.person]),
      saving: false,
      written: state.written + 1,
      made,
    })),
    on(peopleActions.import, (state) => ({ ...state, saving: true, refused: null, imported: null })),
    on(peopleActions.imported, (state, { result }) => ({
      ...state,
      personEntities: withPeople(
        state,
        result.added.map(({ person }) => person),
      ),
      saving: false,
      written: state.written + 1,
      imported: result,
    })),
    on(peopleActions.opened, (state) => ({ ...state, refused: null, imported: null })),
    on(peopleActions.codeSeen, (state) => ({ ...state, made: null, badge: null })),
    on(peopleActions.makeBadge, (state) => ({ ...state, saving: true, refused: null, badge: null })),
    on(peopleActions.badgeMade, (state, { made }) => ({
      ...state,
      saving: false,
      written: state.written + 1,
      badge: made,
    })),
    on(peopleActions.revised, (state, { person }) => ({
      ...state,
      personEntities: withPeople(state, [person]),
      saving: false,
      written: state.written + 1,
    })),
    on(peopleActions.zoneNamed, (state, { zone }) => ({
      ...state,
      zoneEntities: zoneAdapter.setOne(zone, state.zoneEntities),
      saving: false,
      written: state.written + 1,
    })),
    on(peopleActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(peopleActions.refused, (state, { problem }) => ({ ...state, saving: false, refused: problem })),
  ),
  extraSelectors: ({ selectPersonEntities, selectZoneEntities }) => ({
    selectPeople: createSelector(selectPersonEntities, personList.all),
    selectZones: createSelector(selectZoneEntities, zoneAdapter.getSelectors().selectAll),
  }),
});
