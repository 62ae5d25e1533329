<script setup lang="ts">
import type { Editor, FieldFor, Mesh } from '~~/core/show'
import { length, lengths } from '~/words/lengths'
import PartNumber from '~/parts/PartNumber.vue'
import { useShow } from '~/document/show'
import { count } from '~/words/time'
import { useBring } from './bring'
import { withAxis, eachOf } from '~~/core/space'
import { inputOf } from '~/frame/event-targets'

/** The place that was brought in: how it stands, at which height it is seen, and what it offers. */
const bring = useBring()
const doc = useShow()
const MOST = 12
const more = ref(false)
const facts = computed(() => {
  const { read, mesh } = bring
  if (!read || !mesh) return ''
  const size = eachOf(read.high, (high, axis) => (high - read.low[axis]) * mesh.scale)
  return `${read.triangles.toLocaleString('en')} triangles · ${lengths(size, 1)}`
})
const put = (field: FieldFor<Mesh, number>) => (edit: Editor, value: number) =>
  edit.set(['place', 'mesh', field], value)
const putAt = (index: number) => (edit: Editor, value: number) =>
  edit.set(['place', 'mesh', 'at'], withAxis(edit.show.place.mesh?.at ?? [0, 0, 0], index, value))
const height = computed(() => {
  const { read, mesh } = bring
  if (!read || !mesh) return { low: 0, high: 3 }
  return { low: mesh.at[1] + read.low[1] * mesh.scale, high: mesh.at[1] + read.high[1] * mesh.scale }
})
const nodes = computed(() => [...(bring.read?.nodes ?? [])].sort((a, b) => a.name.localeCompare(b.name)))
const shown = computed(() => (more.value ? nodes.value : nodes.value.slice(0, MOST)))
const stairs = computed(() => bring.floors?.filter(({ slopeTo }) => slopeTo).length ?? 0)
</script>

<template>
  <section
    v-show="bring.open"
    aria-label="Brought in"
    class="w-[330px] space-y-2 rounded-[9px] border border-rule bg-ink-1/95 p-3 text-xs text-bone-2"
  >
    <div class="flex items-start gap-2">
      <h2 class="min-w-0 flex-1 truncate text-[13px] font-semibold text-bone">
        {{ bring.name || 'Bring a place in' }}
      </h2>
      <button class="chip" aria-label="Close" @click="bring.open = false">Close</button>
    </div>
    <p v-if="bring.busy" role="status" class="flex items-center gap-2">
      <span class="h-1 flex-1 overflow-hidden rounded bg-ink-3"
        ><span
          class="block h-1 rounded bg-lamp"
          :class="bring.share === undefined ? 'w-1/3 animate-pulse motion-reduce:animate-none' : ''"
          :style="bring.share === undefined ? {} : { width: `${Math.round(bring.share * 100)}%` }"
      /></span>
      {{ bring.busy }} …{{ bring.share === undefined ? '' : ` ${Math.round(bring.share * 100)} %` }}
      <button class="chip" @click="bring.stop()">Stop</button>
    </p>
    <p v-if="bring.problem" role="alert" class="text-rust">{{ bring.problem }}</p>
    <p v-if="!bring.mesh && !bring.busy">
      Drop a glTF 2.0 file here or anywhere: a .glb, or a ZIP of a .gltf with its parts. Its section becomes the plan.
    </p>
    <template v-if="bring.mesh && doc.show">
      <p class="text-bone-3">{{ facts }}</p>
      <p v-if="bring.read && bring.read.left.length > 0">Left out: {{ bring.read.left.join(', ') }}.</p>
      <p class="leading-[1.9]">
        1 unit is
        <PartNumber
          name="Scale"
          :value="bring.mesh.scale"
          unit="m"
          :min="0.0001"
          :step="0.01"
          :digits="4"
          label="Scale of the mesh"
          :put="put('scale')"
        />, turned by
        <PartNumber name="Turn" :value="bring.mesh.yaw" unit="°" :step="5" label="Turn the mesh" :put="put('yaw')" />,
        at
        <template v-for="(axis, i) in ['X', 'Y', 'Z']" :key="axis">
          <PartNumber :name="axis" :value="bring.mesh.at[i]!" unit="m" label="Move the mesh" :put="putAt(i)" />{{
            i < 2 ? ', ' : '.'
          }}</template
        >
        <button class="chip ml-1" @click="bring.ground()">Set on the floor</button>
      </p>
      <label class="flex items-center gap-2"
        >Seen at
        <input
          type="range"
          class="flex-1 accent-tide"
          aria-label="Height of the section"
          :min="height.low"
          :max="height.high"
          step="0.05"
          :value="bring.mesh.cutAt"
          @input="doc.drag((e) => put('cutAt')(e, Number(inputOf($event).value)))"
          @change="doc.drop('Height of the section', (e) => put('cutAt')(e, Number(inputOf($event).value)))"
        />
        <span class="font-mono text-tide">{{ length(bring.mesh.cutAt) }}</span></label
      >
      <div v-if="bring.read" class="flex flex-wrap gap-1.5">
        <button v-if="!bring.floors" class="chip" @click="bring.findFloors()">Look for floors</button>
        <button v-else-if="bring.floors.length > 0" class="chip" @click="bring.takeFloors()">
          Take {{ count(bring.floors.length - stairs, 'floor') }}{{ stairs ? ` and ${count(stairs, 'ramp')}` : '' }}
        </button>
        <span v-else>No floor found to stand on.</span>
        <button v-if="!bring.walls" class="chip" @click="bring.findWalls()">Look for walls</button>
        <button v-else-if="bring.walls.length > 0" class="chip" @click="bring.takeWalls()">
          Take {{ count(bring.walls.length, 'wall') }}
        </button>
        <span v-else>No wall found at hip height.</span>
        <button
          v-if="bring.read.lights.length + bring.read.cameras.length > 0"
          class="chip"
          @click="bring.takeLights()"
        >
          Take {{ count(bring.read.lights.length, 'light') }}, {{ count(bring.read.cameras.length, 'camera mark') }}
        </button>
        <button class="chip" @click="bring.remove()">Take the mesh out</button>
      </div>
      <div v-if="nodes.length > 0">
        <h3 class="font-semibold text-bone-2">Its parts, each can become a prop</h3>
        <div class="mt-1 flex max-h-32 flex-wrap gap-1.5 overflow-y-auto">
          <button v-for="(node, i) in shown" :key="i" class="chip" @click="bring.takeNode(node)">
            {{ node.name }}
          </button>
          <button v-if="nodes.length > MOST && !more" class="chip" @click="more = true">
            and {{ nodes.length - MOST }} more
          </button>
        </div>
      </div>
    </template>
  </section>
</template>
