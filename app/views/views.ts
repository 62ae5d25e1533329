import type { Component } from 'vue'
import { fetched } from '~/frame/fetched'
import type { ViewName } from '~/frame/view'
import ScoreBand from '~/score/ScoreBand.vue'
import { namesIn } from '~~/core/base'

/** A view of the show: its one entry. */
interface View {
  /** What its tab says, the key that goes there, and what it is for. */
  name: string
  key: string
  help: string
  /** By what it is found beside its name. */
  found: string
  /** What is seen above the plan, and whether that stays in the page while another view is looked at. */
  band?: Component
  stays?: boolean
  /** What is seen below the plan. */
  foot?: Component
  /** What is seen in place of plan and desk. */
  whole?: Component
  /** Which of the desk's keys hold in it: all, those of what is chosen in the plan, or only those with Ctrl. */
  keys: 'all' | 'plan' | 'control'
}

export const VIEWS: { [name in ViewName]: View } = {
  desk: {
    name: 'Desk',
    key: '1',
    help: 'The play-through over time, above the place',
    found: 'view score',
    band: ScoreBand,
    stays: true,
    keys: 'all',
  },
  cues: {
    name: 'Cues',
    key: '2',
    help: 'What each cue does, on its stave',
    found: 'view stave',
    band: fetched(() => import('~/cues/CuesBand.vue')),
    foot: fetched(() => import('~/cues/CueReadOuts.vue')),
    keys: 'plan',
  },
  sounds: {
    name: 'Sounds',
    key: '3',
    help: 'The shore of all sounds, their pools and how loud they are',
    found: 'view shore',
    whole: fetched(() => import('~/sounds/SoundsView.vue')),
    keys: 'control',
  },
  tables: {
    name: 'Tables',
    key: '4',
    help: 'Rooms with their beds, and all scares, to fill in place or from a spreadsheet',
    found: 'view spreadsheet rooms beds scares paste',
    band: fetched(() => import('~/tables/TablesBand.vue')),
    keys: 'plan',
  },
  study: {
    name: 'Study',
    key: '5',
    help: 'How many different walkers meet it',
    found: 'view walkers population statistics pacing quiet scares',
    whole: fetched(() => import('~/study/StudyView.vue')),
    keys: 'control',
  },
}
export const VIEW_NAMES = namesIn(VIEWS)
