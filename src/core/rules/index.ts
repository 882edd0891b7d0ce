import { adapterConstruction } from './supply/adapter-construction'
import { airBalanceRule } from './place/air-balance'
import { airDirection } from './place/air-direction'
import { bareContacts } from './chain/bare-contacts'
import { boxWaitsForTach } from './tach/box-waits-for-tach'
import { cascadeAddresses } from './chain/cascade-addresses'
import { chainVariants } from './chain/chain-variants'
import { connectorMates } from './fit/connector-mates'
import { cpuHeaderTach } from './tach/cpu-header-tach'
import { currentBudget } from './current/current-budget'
import { curveFalls } from './curve/curve-falls'
import { curveFullSpeed } from './curve/curve-full-speed'
import { curveHunts } from './curve/curve-hunts'
import { curveNeverStarts } from './curve/curve-never-starts'
import { curveStartDuty } from './curve/curve-start-duty'
import { curvesThrob } from './curve/curves-throb'
import { deviceCount } from './chain/device-count'
import { deviceVoltage } from './voltage/device-voltage'
import { editionLacks } from './supply/edition-lacks'
import { endsMate } from './fit/ends-mate'
import { extraFeed } from './chain/extra-feed'
import { fanFits } from './place/fan-fits'
import { feedMissing } from './supply/feed-missing'
import { handReach } from './place/hand-reach'
import { headerMode } from './speed/header-mode'
import { heatSource } from './curve/heat-source'
import { hoseReaches } from './place/hose-reaches'
import { leadLoose } from './fit/lead-loose'
import { leadReaches } from './place/lead-reaches'
import { leadRing } from './fit/lead-ring'
import { ledCount } from './light/led-count'
import { lightOrder } from './light/light-order'
import { lightOwner } from './light/light-owner'
import { lightSource } from './light/light-source'
import { lightVoltage } from './voltage/light-voltage'
import { lightVolts } from './light/light-volts'
import { mirroredLegs } from './light/mirrored-legs'
import { mixedSignal } from './speed/mixed-signal'
import { modularCable } from './voltage/modular-cable'
import { noCommand } from './speed/no-command'
import { oneReports } from './tach/one-reports'
import { optionalHeader } from './speed/optional-header'
import { outletOrder } from './chain/outlet-order'
import { packContents } from './supply/pack-contents'
import { portTaken } from './fit/port-taken'
import { portsRunOut } from './supply/ports-run-out'
import { powerBudget } from './current/power-budget'
import { presetCap } from './speed/preset-cap'
import { pumpSpeed } from './speed/pump-speed'
import { pwmDrive } from './speed/pwm-drive'
import { refreshRate } from './light/refresh-rate'
import { reporterSlowest } from './tach/reporter-slowest'
import { reportingOutlet } from './tach/reporting-outlet'
import { screenUpright } from './light/screen-upright'
import { speedOwner } from './speed/speed-owner'
import { standInModel } from './light/stand-in-model'
import { startSurge } from './current/start-surge'
import { stockCurve } from './curve/stock-curve'
import { suppliesTied } from './voltage/supplies-tied'
import { syncSetting } from './light/sync-setting'
import { tachLeadPlace } from './tach/tach-lead-place'
import { tachsTied } from './tach/tachs-tied'
import { threeFanRule } from './current/three-fan-rule'
import { twoFeedsOneCable } from './supply/two-feeds-one-cable'
import { unlikeFans } from './speed/unlike-fans'
import { unusualAir } from './place/unusual-air'
import { usbLoad } from './supply/usb-load'
import { usbReaches } from './supply/usb-reaches'
import type { AnyRule } from './engine/rule'

/** Every rule, by id. A new rule is a file in the folder of its group and a line here; ids are forever. */
export const RULES: readonly AnyRule[] = [
  adapterConstruction,
  airBalanceRule,
  airDirection,
  bareContacts,
  boxWaitsForTach,
  cascadeAddresses,
  chainVariants,
  connectorMates,
  cpuHeaderTach,
  currentBudget,
  curveFalls,
  curveFullSpeed,
  curveHunts,
  curveNeverStarts,
  curveStartDuty,
  curvesThrob,
  deviceCount,
  deviceVoltage,
  editionLacks,
  endsMate,
  extraFeed,
  fanFits,
  feedMissing,
  handReach,
  headerMode,
  heatSource,
  hoseReaches,
  leadLoose,
  leadReaches,
  leadRing,
  ledCount,
  lightOrder,
  lightOwner,
  lightSource,
  lightVoltage,
  lightVolts,
  mirroredLegs,
  mixedSignal,
  modularCable,
  noCommand,
  oneReports,
  optionalHeader,
  outletOrder,
  packContents,
  portTaken,
  portsRunOut,
  powerBudget,
  presetCap,
  pumpSpeed,
  pwmDrive,
  refreshRate,
  reporterSlowest,
  reportingOutlet,
  screenUpright,
  speedOwner,
  standInModel,
  startSurge,
  stockCurve,
  suppliesTied,
  syncSetting,
  tachLeadPlace,
  tachsTied,
  threeFanRule,
  twoFeedsOneCable,
  unlikeFans,
  unusualAir,
  usbLoad,
  usbReaches,
]
