import { wayTo, type LoggedShop, type NeedleName } from '@gantelet/core';
import {
  ChangeoverStep,
  type Changeover,
  type ChangeoverBegin,
  type Machine,
  type Person,
} from '@gantelet/contracts';

/**
 * A changeover as this device would start it, until the server knows of it. The server works out the steps itself
 * from the machine's state.
 *
 * @param needle what is in the machine as far as this device knows
 * @returns null when the machine or the set-up is not known here
 */
export function begunHere(
  {
    id,
    machineId,
    setupId,
    bobbins,
    begunAt,
  }: ChangeoverBegin & { readonly id: string; readonly machineId: string },
  needle: NeedleName | null,
  person: Pick<Person, 'name'> | null,
  shop: LoggedShop & { readonly machines: readonly Machine[] },
): Changeover | null {
  const machine = shop.machines.find((one) => one.id === machineId);
  const setup = shop.setups.find((one) => one.id === setupId);
  if (!machine || !setup) return null;
  const from = shop.setups.find((one) => one.id === machine.presentSetupId);
  return {
    ...{ id, machineId, machineName: machine.name, begunAt, begunBy: person?.name ?? '' },
    from: from ? { id: from.id, name: from.name } : null,
    to: { id: setup.id, name: setup.name },
    steps: ChangeoverStep.array().parse(wayTo(setup, machine, needle, bobbins, shop).steps),
    ticks: [],
    end: null,
  };
}
