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
import type { Device, DeviceEntry, Machine, Problem } from '@gantelet/contracts';

export const deviceActions = createActionGroup({
  source: 'Device',
  events: {
    /** The list is needed. */
    Wanted: emptyProps(),
    'List Read': props<{ devices: readonly Device[]; machines: readonly Machine[] }>(),
    Register: props<{ key: string; entry: DeviceEntry }>(),
    Revoke: props<{ key: string; deviceId: string }>(),
    /** `token` belongs to a device just registered, and is shown once. */
    Kept: props<{ device: Device; token: string | null }>(),
    /** Something could not be read or calculated. */
    Failed: props<{ problem: Problem }>(),
    /** A write was refused, or got no answer. */
    Refused: props<{ problem: Problem }>(),
  },
});

export interface DeviceState {
  /** Empty until they have been read. */
  readonly deviceEntities: EntityState<Device>;
  readonly read: boolean;
  /** Those that a counter can be registered for. */
  readonly machines: readonly Machine[];
  readonly saving: boolean;
  readonly problem: Problem | null;
  readonly registered: { readonly device: Device; readonly token: string } | null;
}

const deviceAdapter = createEntityAdapter<Device>({ sortComparer: (a, b) => a.name.localeCompare(b.name) });

const initial: DeviceState = {
  deviceEntities: deviceAdapter.getInitialState(),
  read: false,
  machines: [],
  saving: false,
  problem: null,
  registered: null,
};

export const deviceFeature = createFeature({
  name: 'device',
  reducer: createReducer(
    initial,
    on(deviceActions.wanted, (state) => ({ ...state, problem: null, registered: null })),
    on(deviceActions.listRead, (state, { devices, machines }) => ({
      ...state,
      deviceEntities: deviceAdapter.setAll([...devices], state.deviceEntities),
      machines,
      read: true,
    })),
    on(deviceActions.register, deviceActions.revoke, (state) => ({ ...state, saving: true, problem: null })),
    on(deviceActions.kept, (state, { device, token }) => ({
      ...state,
      saving: false,
      deviceEntities: deviceAdapter.setOne(device, state.deviceEntities),
      registered: token === null ? null : { device, token },
    })),
    on(deviceActions.failed, (state, { problem }) => ({ ...state, problem })),
    on(deviceActions.refused, (state, { problem }) => ({ ...state, saving: false, problem })),
  ),
  extraSelectors: ({ selectDeviceEntities }) => ({
    selectDevices: createSelector(selectDeviceEntities, deviceAdapter.getSelectors().selectAll),
  }),
});
