<script setup lang="ts">
import { thingIn, type ThingRef } from '~/document/things'
import { useShow } from '~/document/show'
import FloorDesk from './FloorDesk.vue'
import LightDesk from './LightDesk.vue'
import MarkDesk from './MarkDesk.vue'
import PropDesk from './PropDesk.vue'
import WallDesk from './WallDesk.vue'

/** The desk of whatever stands in the place and is no zone. */
const props = defineProps<{ thing: ThingRef }>()
const doc = useShow()
const { kind, id } = props.thing
const find = <K extends ThingRef['kind']>(wanted: K) =>
  computed(() => (kind === wanted && doc.show ? thingIn(doc.show, wanted, id) : undefined))
const [wall, floor, prop, light, mark] = [find('wall'), find('floor'), find('prop'), find('light'), find('mark')]
</script>

<template>
  <WallDesk v-if="wall" :wall="wall" />
  <FloorDesk v-else-if="floor" :floor="floor" />
  <PropDesk v-else-if="prop" :prop="prop" />
  <LightDesk v-else-if="light" :light="light" />
  <MarkDesk v-else-if="mark" :mark="mark" />
</template>
