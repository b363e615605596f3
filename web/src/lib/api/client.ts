// The one door to the server. Every answer is data or a sentence.

import createClient from 'openapi-fetch'
import { BASE, PRACTICE } from './base'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Roast = Schemas['RoastOut']
export type Line = Schemas['RoastLine']
export type Beside = Schemas['BesideOut']
export type Way = Schemas['WayOut']
export type Forecast = Schemas['ForecastOut']
export type Outlook = Schemas['OutlookOut']
export type BookLine = Schemas['BookLine']
export type Catalogue = Schemas['Catalogue']
export type Cut = Schemas['CutOut']
export type Oven = Schemas['OvenOut']
export type Joint = Schemas['JointBody']
export type Thermometer = Roast['thermometer']
export type Disturbance = Schemas['DisturbanceOut']
export type Difference = Schemas['DifferenceOut']
export type Shaped = Schemas['MethodOut']
export type Block = Schemas['BlockOut']
export type Edit = Schemas['EditBody']['edit']
export type OwnMethod = Schemas['OwnMethodOut']
export type Reckoning = Schemas['ReckoningOut']
export type OvenBody = Schemas['OvenBody']
export type Calibration = Schemas['CalibrationOut']
export type Tin = Schemas['TinBody']
export type Tonight = Schemas['TonightOut']
export type WhichOven = Schemas['WhichOvenOut']
export type Day = Schemas['DayOut']
export type DayChange = Schemas['DayChange']
export type DayStep = Schemas['StepOut']
export type DaySpan = Schemas['SpanOut']
export type DaySide = Schemas['DaySideOut']
export type SideEntry = Schemas['SideEntry']
export type SideLine = Schemas['SideOut']
export type RepairOffer = Schemas['RepairOut']
export type Share = Schemas['ShareOut']
export type Slip = Schemas['SlipOut']
export type Buying = Schemas['BuyingOut']
export type Care = Schemas['CareBody']
export type SaltAdvice = Schemas['SaltAdviceOut']
export type Guest = Schemas['GuestBody']
export type Instrument = Schemas['InstrumentOut']
export type Instruments = Schemas['InstrumentsOut']
export type Alarm = Schemas['AlarmOut']
export type Trouble = Schemas['TroubleOut']
export type TroubleLine = Schemas['TroubleLine']
export type Batch = Schemas['BatchOut']
export type KeptOut = Schemas['KeptOut']
export type Carving = Schemas['CarvingOut']
export type Sense = Schemas['SenseOut']
export type Levers = Schemas['LeversOut']
export type Need = NonNullable<
  NonNullable<paths['/roasts/{roast_id}/levers']['get']['parameters']['query']>['need']
>
export type Profile = Schemas['ProfileOut']
export type FigureRow = Schemas['FigureRowOut']
export type Access = Schemas['AccessOut']
export type Problem = Schemas['Problem']
export type Reason = Schemas['Reason']
export type BookTold = Schemas['PageOut']
export type Learned = Schemas['LearnedOut']
export type Practice = Schemas['PracticeOut']
export type Story = Schemas['PracticeStoryOut']
export type Debrief = Schemas['Debrief']
export type JointDebrief = Schemas['JointDebrief']
export type KitchenRecord = Schemas['RecordOut']

/** Sent to the window when a record was met that cannot be read. */
export const DAMAGED = 'trencher-damaged'

export const http = createClient<paths>({ baseUrl: BASE })
/** The real kitchen, also out of a practice: what steers it. */
export const home = PRACTICE === '' ? http : createClient<paths>({ baseUrl: '/api' })

/** Thrown for every answer that is not the wanted one; `message` can be shown as it is. */
export class Refused extends Error {
  readonly code: string
  readonly start: number | null
  readonly end: number | null
  constructor(problem: Partial<Problem>) {
    super(problem.detail ?? 'Trencher does not answer. Your entry is still here: try again.')
    this.code = problem.code ?? 'offline'
    this.start = problem.start ?? null
    this.end = problem.end ?? null
  }
}

type Answer<T> = { data?: T; error?: unknown; response: Response }

/** The data of an answer, or `Refused`. A lost network is `Refused` with code `offline`. */
export async function want<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await asked
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') throw error
    throw new Refused({})
  }
  if (answer.data === undefined || !answer.response.ok) {
    const refused = new Refused((answer.error ?? {}) as Partial<Problem>)
    if (refused.code === 'damaged') globalThis.dispatchEvent(new Event(DAMAGED))
    throw refused
  }
  return answer.data
}
