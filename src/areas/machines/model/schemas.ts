import { array, boolean, number, object, ref, string } from 'yup';
import { onOneLine } from '../../../core/formats/plainText.ts';
import { careDrawings, type CareDrawing } from './care.ts';
import { bauds, waysOfConnection, type WayOfConnection } from './connection.ts';
import { MOST_COPIES } from './copies.ts';
import { maintenanceKinds, type MaintenanceKind } from './maintenance.ts';

const id = string().max(60).required();
const note = string().max(500).defined();
/** A head counted from 0, as programs call it; the first where none is named. */
const head = number().integer().min(0).max(7);
export const mountSchema = object({ toolId: id, note, head }).noUnknown().required();
const lot = string().trim().min(1, 'Give the lot').max(40).test(onOneLine).required('Give the lot');
const contentG = number()
  .min(0, 'A spool holds 0 g or more')
  .max(20_000, 'No spool holds that much')
  .required('Say how much is in it');
const code = string()
  .trim()
  .min(1, 'Scan or type its code')
  .max(40, 'A code has 1 to 40 characters')
  .test(onOneLine)
  .required('Scan or type its code');
export const loadSchema = object({ code, head }).noUnknown().required();
export const loadNewSchema = object({ materialId: id, lot, remainingG: contentG, head }).noUnknown().required();
export const unloadSchema = object({ head: head.required() }).noUnknown().required();
export const receiveSchema = object({
  materialId: string().max(60).required('Choose what is in it'),
  lot,
  netG: contentG,
  tareG: number()
    .min(0, 'An empty one weighs 0 g or more')
    .max(5000, 'No empty one weighs that much')
    .nullable()
    .defined(),
  place: string().trim().min(1, 'Say where it is kept').max(60).test(onOneLine).required('Say where it is kept'),
  code: code.nullable().defined(),
  count: number().integer().min(1, 'Say at least one').max(100, 'At most 100 at once').required('Say how many'),
})
  .noUnknown()
  .required();
const why = string().trim().min(1, 'Say why').max(500).required('Say why');
export const weighSchema = object({ leftG: contentG, why }).noUnknown().required();
export const drySchema = object({
  dryC: number().min(30, 'Drying is at 30 to 150 °C').max(150, 'Drying is at 30 to 150 °C').required('Say how warm'),
  dryH: number().min(0.5, 'Drying takes 0.5 to 72 h').max(72, 'Drying takes 0.5 to 72 h').required('Say how long'),
})
  .noUnknown()
  .required();
export const discardSchema = object({ why }).noUnknown().required();
export const maintenanceSchema = object({
  kind: string<MaintenanceKind>()
    .oneOf(Object.keys(maintenanceKinds) as MaintenanceKind[])
    .required(),
  note,
})
  .noUnknown()
  .required();
/** A wish that says nothing more. */
export const stopSchema = object({}).noUnknown().required();
/** What somebody has found who looked at a machine of which nothing was known. */
export const foundSchema = object({ found: string<'stopped'>().oneOf(['stopped']).required() })
  .noUnknown()
  .required();
/** What somebody says who has taken a part off. */
export const clearPlateSchema = object({ note }).noUnknown().required();
/** Speed set at the machine, its lid, the resin's temperature, how much of it is in the vat. */
export const saidSchema = object({
  speedPercent: number().min(10, 'A speed is 10 to 300 %').max(300, 'A speed is 10 to 300 %').required(),
  lid: string<'open' | 'closed' | 'none'>().oneOf(['open', 'closed', 'none']).required(),
  resinC: number()
    .min(-10, 'A resin temperature is −10 to 80 °C')
    .max(80, 'A resin temperature is −10 to 80 °C')
    .nullable()
    .defined(),
  inVatMl: number().min(0, 'A vat holds 0 to 20000 ml').max(20_000, 'A vat holds 0 to 20000 ml').nullable(),
})
  .noUnknown()
  .required();

const host = string()
  .max(253)
  .matches(/^[A-Za-z0-9]([A-Za-z0-9.-]*[A-Za-z0-9])?$/, 'An address is a name or four numbers, as 192.168.1.40');
const port = number().integer().min(1, 'A port is 1 to 65535').max(65_535, 'A port is 1 to 65535');
const serialPath = string()
  .max(200)
  .matches(/^\/dev\/(?!.*\.\.)[A-Za-z0-9._/-]+$/, 'A serial device is a path as /dev/ttyUSB0');
const baud = number().oneOf([...bauds], `A speed is one of ${bauds.join(', ')} baud`);
const NO_HOST = 'Say the address, as 192.168.1.40';
const NO_PORT = 'Say the port';
const address = object({ host: host.required(NO_HOST), port: port.required(NO_PORT) })
  .noUnknown()
  .nullable()
  .defined();
const isSerial = (way: unknown): boolean => way === 'serial';
const isFolder = (way: unknown): boolean => way === 'folder';
const isNetwork = (way: unknown): boolean => !isSerial(way) && !isFolder(way);
const NOT_ITS = 'That belongs to another way of connection';
const folder = string()
  .max(120)
  .matches(
    /^[A-Za-z0-9][A-Za-z0-9._-]*(\/[A-Za-z0-9][A-Za-z0-9._-]*)*$/,
    'A folder is named as north-bench/1, without spaces',
  );
const suffix = string().matches(/^\.[A-Za-z0-9]{1,10}$/, 'Names end as .gcode');
const longestName = number()
  .integer()
  .min(12, 'A name has 12 to 200 characters')
  .max(200, 'A name has 12 to 200 characters');
/** Over the network, a serial device of the host, or a folder. */
const connection = object({
  adapter: string<WayOfConnection>().oneOf(Object.keys(waysOfConnection) as WayOfConnection[]),
  host: host.when('adapter', {
    is: isNetwork,
    then: (s) => s.required(NO_HOST),
    otherwise: (s) => s.oneOf([undefined], NOT_ITS),
  }),
  port: port.when('adapter', {
    is: isNetwork,
    then: (s) => s.required(NO_PORT),
    otherwise: (s) => s.oneOf([undefined], NOT_ITS),
  }),
  path: serialPath.when('adapter', {
    is: isSerial,
    then: (s) => s.required('Say the serial device, as /dev/ttyUSB0'),
    otherwise: (s) => s.oneOf([undefined], NOT_ITS),
  }),
  baud: baud.when('adapter', {
    is: isSerial,
    then: (s) => s.required('Say its speed'),
    otherwise: (s) => s.oneOf([undefined], NOT_ITS),
  }),
  folder: folder.when('adapter', {
    is: isFolder,
    then: (s) => s.required('Say the folder'),
    otherwise: (s) => s.oneOf([undefined], NOT_ITS),
  }),
  suffix: suffix.when('adapter', {
    is: isFolder,
    then: (s) => s.required('Say how names end, as .gcode'),
    otherwise: (s) => s.oneOf([undefined], NOT_ITS),
  }),
  longestName: longestName.when('adapter', {
    is: isFolder,
    then: (s) => s.required('Say how long a name may be'),
    otherwise: (s) => s.oneOf([undefined], NOT_ITS),
  }),
})
  .noUnknown()
  .nullable()
  .defined();
const details = {
  name: string().trim().min(2, 'Give the machine a name').max(60).test(onOneLine).required('Give the machine a name'),
  place: string().trim().min(1, 'Say where it stands').max(60).test(onOneLine).required('Say where it stands'),
  notes: string().max(2000, 'Keep it below 2000 characters'),
  device: connection,
};
export const retireMachineSchema = object({ isRetired: boolean().required(), why: string().trim().max(500).defined() })
  .noUnknown()
  .required();
/** What a person types of a machine. */
export const machineDetailsSchema = object(details).noUnknown().required();
export const newMachineSchema = object({
  ...details,
  printerId: string().max(60).required('Choose its printer profile'),
})
  .noUnknown()
  .required();
export const copyMachineSchema = object({
  units: array()
    .of(object({ name: details.name, device: address }).noUnknown().required())
    .min(1, 'Say at least one')
    .max(MOST_COPIES, `At most ${MOST_COPIES} at once`)
    .required(),
})
  .noUnknown()
  .required();
export const changeMachineSchema = object({ ...details, version: number().integer().min(1).required() })
  .noUnknown()
  .required();
export const connectionSchema = object({
  technology: string<'filament' | 'resin'>().oneOf(['filament', 'resin']).required(),
  device: connection.nonNullable().required(),
})
  .noUnknown()
  .required();

/** What is begun, of which machine the address says. */
export const beginCareSchema = object({ key: string().max(40).required() })
  .noUnknown()
  .required();
export const careStepSchema = object({
  round: id,
  step: number().integer().min(0).max(99).required(),
  reading: number().min(-1e6).max(1e6).nullable().defined(),
})
  .noUnknown()
  .required();
export const giveUpCareSchema = object({ round: id, why }).noUnknown().required();

const every = (unit: string, most: number) =>
  number()
    .positive(`Say after how many ${unit}, more than none`)
    .max(most, `At most ${most} ${unit}`)
    .nullable()
    .defined();
const kind = string<MaintenanceKind>().oneOf(Object.keys(maintenanceKinds) as MaintenanceKind[]);
const careStep = object({
  text: string().trim().min(1, 'Say what is done').max(400).required('Say what is done'),
  drawing: string<CareDrawing>()
    .nullable()
    .defined()
    .oneOf([...(Object.keys(careDrawings) as CareDrawing[]), null]),
  reading: object({
    label: string().trim().min(1, 'Say what is measured').max(60).required('Say what is measured'),
    unit: string().max(12).defined(),
    min: number().min(-1e6).max(1e6).required('Say what is the least'),
    max: number().min(ref('min'), 'The most is not less than the least').max(1e6).required('Say what is the most'),
  })
    .nullable()
    .noUnknown()
    .defined(),
})
  .noUnknown()
  .required();
export const careTaskSchema = object({
  name: string().trim().min(1, 'Give it a name').max(60).test(onOneLine).required('Give it a name'),
  kind: kind.required('Say what it counts as'),
  isBlocking: boolean().required(),
  triggers: object({
    hours: every('hours', 100_000),
    prints: every('prints', 100_000),
    days: every('days', 3650),
    afterFailure: boolean().required(),
    afterChange: array().of(kind.required()).max(9).required(),
  })
    .noUnknown()
    .required(),
  steps: array().of(careStep).min(1, 'A task has at least one step').max(20, 'At most 20 steps').required(),
})
  .noUnknown()
  .required();
export const writeCareSchema = object({
  key: string()
    .matches(/^[a-z0-9-]{1,40}$/)
    .required(),
  task: careTaskSchema.nullable().defined(),
  version: number().integer().min(0).required(),
  why,
})
  .noUnknown()
  .required();
