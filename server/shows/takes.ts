import { randomUUID } from 'node:crypto'
import { array, boolean, mixed, number, object, string, type InferType } from 'yup'
import type { StudyReport, Who } from '../../core/study'
import { models, type TakeRow } from '../data/models'
import { isUuid } from '../http/id'
import { REFUSED } from '../http/refused'
import { showAt } from './history'
import { showNow } from './list'
import type { Take } from './messages'

const name = () =>
  string()
    .test('empty', 'must not be empty', (text) => text === undefined || text.trim() !== '')
    .max(200)
    .defined()
const count = () => number().integer().min(0).defined()
const share = () =>
  object({ count: count(), share: number().min(0).max(1).defined(), low: number().defined(), high: number().defined() })
    .noUnknown()
    .defined()
/** A number for each of some names. */
const numbers = () =>
  mixed<{ [name: string]: number }>(
    (value): value is { [name: string]: number } =>
      typeof value === 'object' && value !== null && Object.values(value).every((each) => typeof each === 'number'),
  ).defined()
const spread = () => array(number().nullable().defined()).max(16).defined()
/** A study as it is written to a file. */
const study = object({
  format: string<'esvik-study'>().oneOf(['esvik-study']).defined(),
  version: number<1>().oneOf([1]).defined(),
  show: string().defined(),
  population: string().defined(),
  walks: array(string().defined()).defined(),
  walkers: count(),
  cues: array(
    object({
      cue: string().defined(),
      name: string().defined(),
      never: share(),
      once: share(),
      more: share(),
      wish: object({ never: number().defined(), more: number().defined(), kept: boolean().defined() })
        .noUnknown()
        .optional()
        .default(undefined),
      first: spread(),
      held: numbers(),
      missed: numbers(),
    })
      .noUnknown()
      .defined(),
  )
    .max(20_000)
    .defined(),
  quiets: object({
    count: count(),
    seconds: spread(),
    wished: object({ short: count(), long: count() }).noUnknown().optional().default(undefined),
  })
    .noUnknown()
    .defined(),
  bands: array(number().defined()).max(16).defined(),
}).noUnknown()
const who = object({
  walks: array(string().min(1).defined()).max(1000).defined(),
  seed: count(),
  walker: count().optional(),
  population: string().optional(),
}).noUnknown()

/** What is sent to have a take kept. */
export const takeSchema = object({
  name: name(),
  revision: number().integer().min(1).defined(),
  who: who.defined(),
  study: study.nullable().optional().default(undefined),
}).noUnknown()
export const takeName = object({ name: name() }).noUnknown()

const asTake = ({ id, name, revision, who, study, createdAt }: TakeRow): Take => ({
  id,
  name,
  revision,
  at: createdAt.toISOString(),
  who,
  ...(study && { study }),
})

/** What has been kept of a show, the latest first. @throws Refusal 404 */
export async function takesOf(showId: string): Promise<Take[]> {
  await showNow(showId)
  const order: [string, string][] = [['createdAt', 'DESC'], ['id', 'ASC']] // prettier-ignore
  return (await models().Takes.findAll({ where: { showId }, order })).map(asTake)
}

/** Keeps a take, and the version of the show that it is of. @throws Refusal 404 */
export async function keepTake(
  showId: string,
  { name, revision, who, study }: InferType<typeof takeSchema>,
): Promise<Take> {
  await showAt(showId, revision)
  const row = await models().Takes.create({
    id: randomUUID(),
    showId,
    name: name.trim(),
    revision,
    who: who as Who,
    study: (study as StudyReport | undefined) ?? null,
  })
  return asTake(row)
}

async function takeNamed(showId: string, id: string): Promise<TakeRow> {
  const row = isUuid(id) ? await models().Takes.findOne({ where: { showId, id } }) : null
  if (!row) throw REFUSED.noTake()
  return row
}
/** @throws Refusal 404 */
export const renameTake = async (showId: string, id: string, name: string): Promise<Take> =>
  asTake(await (await takeNamed(showId, id)).update({ name: name.trim() }))
/** @throws Refusal 404 */
export const forgetTake = async (showId: string, id: string): Promise<void> => (await takeNamed(showId, id)).destroy()
