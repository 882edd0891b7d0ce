import { adapterConstruction } from './adapter-construction'
import { airBalanceRule } from './air-balance'
import { airDirection } from './air-direction'
import { bareContacts } from './bare-contacts'
import { boxWaitsForTach } from './box-waits-for-tach'
import { cascadeAddresses } from './cascade-addresses'
import { chainVariants } from './chain-variants'
import { connectorMates } from './connector-mates'
import { cpuHeaderTach } from './cpu-header-tach'
import { currentBudget } from './current-budget'
import { curveFalls } from './curve-falls'
import { curveFullSpeed } from './curve-full-speed'
import { curveStartDuty } from './curve-start-duty'
import { deviceCount } from './device-count'
import { deviceVoltage } from './device-voltage'
import { editionLacks } from './edition-lacks'
import { endsMate } from './ends-mate'
import { extraFeed } from './extra-feed'
import { fanFits } from './fan-fits'
import { feedMissing } from './feed-missing'
import { handReach } from './hand-reach'
import { headerMode } from './header-mode'
import { heatSource } from './heat-source'
import { hoseReaches } from './hose-reaches'
import { leadLoose } from './lead-loose'
import { leadReaches } from './lead-reaches'
import { leadRing } from './lead-ring'
import { ledCount } from './led-count'
import { lightOrder } from './light-order'
import { lightOwner } from './light-owner'
import { lightSource } from './light-source'
import { lightVoltage } from './light-voltage'
import { lightVolts } from './light-volts'
import { mirroredLegs } from './mirrored-legs'
import { mixedSignal } from './mixed-signal'
import { modularCable } from './modular-cable'
import { noCommand } from './no-command'
import { oneReports } from './one-reports'
import { optionalHeader } from './optional-header'
import { outletOrder } from './outlet-order'
import { packContents } from './pack-contents'
import { portTaken } from './port-taken'
import { portsRunOut } from './ports-run-out'
import { powerBudget } from './power-budget'
import { pumpSpeed } from './pump-speed'
import { pwmDrive } from './pwm-drive'
import { refreshRate } from './refresh-rate'
import { reportingOutlet } from './reporting-outlet'
import { speedOwner } from './speed-owner'
import { standInModel } from './stand-in-model'
import { startSurge } from './start-surge'
import { suppliesTied } from './supplies-tied'
import { syncSetting } from './sync-setting'
import { tachLeadPlace } from './tach-lead-place'
import { tachsTied } from './tachs-tied'
import { threeFanRule } from './three-fan-rule'
import { twoFeedsOneCable } from './two-feeds-one-cable'
import { unlikeFans } from './unlike-fans'
import { unusualAir } from './unusual-air'
import { usbLoad } from './usb-load'
import { usbReaches } from './usb-reaches'
import type { AnyRule } from './rule'

/** Every rule, by id. A new rule is a file in this folder and a line here; ids are forever. */
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
  curveStartDuty,
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
  pumpSpeed,
  pwmDrive,
  refreshRate,
  reportingOutlet,
  speedOwner,
  standInModel,
  startSurge,
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
