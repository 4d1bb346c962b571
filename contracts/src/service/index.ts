export {
  MachineService,
  ServiceDue,
  ServiceEntry,
  ServiceKindChange,
  ServiceKindEntry,
  ServiceKindId,
  ServiceKindView,
} from './service.js';
