<script setup lang="ts">
import checkSquare from 'primeicons/raw-svg/check-square.svg?raw'
import cog from 'primeicons/raw-svg/cog.svg?raw'
import desktop from 'primeicons/raw-svg/desktop.svg?raw'
import history from 'primeicons/raw-svg/history.svg?raw'
import list from 'primeicons/raw-svg/list.svg?raw'
import pencil from 'primeicons/raw-svg/pencil.svg?raw'
import print from 'primeicons/raw-svg/print.svg?raw'
import users from 'primeicons/raw-svg/users.svg?raw'
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { RouterView, useRoute, useRouter } from 'vue-router'
import { followAppearance } from '@/desk/useAppearance'
import { useMe } from '@/desk/useMe'
import { useSets } from '@/desk/useSets'
import { useSettings } from '@/desk/useSettings'
import NoticeBar from '@/shared/NoticeBar.vue'
import { useKeys, useUndoKeys } from '@/shared/useKeys'

/** Seldom seen, and not before they are asked for. */
const KeyList = defineAsyncComponent(() => import('@/shared/KeyList.vue'))
const UndoBar = defineAsyncComponent(() => import('@/shared/UndoBar.vue'))
const SignIn = defineAsyncComponent(() => import('@/shared/SignIn.vue'))

const route = useRoute()
const router = useRouter()
const me = useMe()
const sets = useSets()
const settings = useSettings()
const keysShown = ref(false)
const keysAsked = ref(false)
watch(keysShown, () => (keysAsked.value = true), { once: true })
/** Where the steps of the set in hand are undone; Work and Mark have steps of their own. */
const UNDOABLE = ['line-up', 'show', 'print']
/** Places that show a set. */
const OF_A_SET = new Set(['line-up', 'show', 'presenter', 'print'])
const welcome = computed(() => route.name === 'welcome')
/**
 * An icon as markup: a browser draws that at once. As the mask of a style sheet each is a document of its own, and what
 * stands on every page from the first would wait for eight.
 */
const drawn = (icon: string) => icon.replace(/ id="[^"]*"/, '')
/** The places in the order of the work; those of a set open the one in hand. */
const places = computed(() => {
  const set = sets.inHandId ? `/${sets.inHandId}` : ''
  const administers = me.me?.administers
  return [
    { name: 'work', called: 'Work', icon: pencil, of: '' },
    { name: 'line-up', called: 'Line up', icon: list, of: set },
    { name: 'show', called: 'Show', icon: desktop, of: set },
    { name: 'print', called: 'Print', icon: print, of: set },
    { name: 'mark', called: 'Mark', icon: checkSquare, of: '' },
    { name: 'look-back', called: 'Look back', icon: history, of: '' },
    ...(administers ? [{ name: 'teachers', called: 'Teachers', icon: users, of: '', last: true }] : []),
    { name: 'settings', called: 'Settings', icon: cog, of: '', last: !administers },
  ]
})

/** Goes where a link of the rail leads; pressed with another key or button it is the browser's. */
function go(event: MouseEvent) {
  const link = event.target instanceof Element ? event.target.closest('a') : null
  if (!link || event.button || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return
  event.preventDefault()
  void router.push(link.pathname)
}

followAppearance()
onMounted(me.ask)
watch(
  () => me.inside,
  async (inside) => {
    if (!inside) return
    await Promise.all([settings.ready(), router.isReady()])
    // An address that names a set is opened by its place; without one the set of last time is, where it is worked with.
    if (route.params.set) await sets.list()
    else if (OF_A_SET.has(String(route.name))) await sets.begin()
    else await sets.know()
  },
)
useKeys({ '?': () => (keysShown.value = true), u: () => void sets.undo() })
useUndoKeys(
  () => UNDOABLE.includes(String(route.name)),
  () => void sets.undo(),
  () => void sets.redo(),
)
</script>

<template>
  <a class="skip" href="#place">Skip to the sheet</a>
  <!-- Plain links with one listener, each place by its name: a RouterLink resolves its address anew at every change. -->
  <nav class="rail" aria-label="Places" @click="go">
    <span class="mark" aria-hidden="true">
      <svg viewBox="0 0 32 32" width="30" height="30">
        <path d="M6 16h20" stroke="currentColor" stroke-width="2.2" stroke-linecap="round" />
        <circle cx="16" cy="8.5" r="3" fill="currentColor" />
        <path
          d="M9 24h14"
          stroke="var(--amber)"
          stroke-width="3.2"
          stroke-linecap="round"
          stroke-dasharray=".1 4.6"
        />
      </svg>
    </span>
    <span class="rail-name">Keen Slate</span>
    <template v-if="me.inside || !me.known">
      <a
        v-for="place in places"
        :key="place.name"
        :href="`/${place.name}${place.of}`"
        :class="{ here: route.name === place.name, last: place.last }"
        :aria-current="route.name === place.name ? 'page' : undefined"
      >
        <!-- eslint-disable-next-line vue/no-v-html -- an icon of primeicons -->
        <i class="glyph" aria-hidden="true" v-html="drawn(place.icon)" />{{ place.called }}
      </a>
    </template>
    <button type="button" class="rail-keys" @click="keysShown = true">
      <kbd>?</kbd><span>Keys</span>
    </button>
  </nav>
  <main id="place" tabindex="-1">
    <NoticeBar v-if="me.inside || !me.known" />
    <RouterView v-if="welcome" />
    <SignIn v-else-if="me.known && !me.inside" />
    <!-- What was typed stays there while somebody signs in again. -->
    <div v-if="me.wasInside && !welcome" v-show="me.inside"><RouterView /></div>
  </main>
  <div class="undo-place" role="status"><UndoBar v-if="sets.lately" /></div>
  <KeyList v-if="keysAsked" v-model:visible="keysShown" />
</template>

<style scoped>
.skip {
  position: absolute;
  left: -100vw;
}

.skip:focus {
  left: 6rem;
  top: 0.5rem;
  z-index: 2;
  background: var(--sheet);
  padding: 0.4rem 0.8rem;
}

.rail {
  background: var(--slate);
  color: var(--on-slate);
  display: flex;
  flex-direction: column;
  align-items: stretch;
  gap: 0.25rem;
  padding: 0.9rem 0 0.75rem;
  position: sticky;
  top: 0;
  height: 100vh;
}

.mark {
  display: block;
  text-align: center;
}

.rail-name {
  text-align: center;
  font-size: 0.78rem;
  letter-spacing: 0.02em;
  margin-bottom: 1rem;
}

.rail a {
  color: inherit;
  text-decoration: none;
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 0.3rem;
  padding: 0.65rem 0.25rem;
  font-size: 0.9rem;
  border-left: 4px solid transparent;
}

.glyph {
  width: 1em;
  height: 1em;
  fill: currentcolor;
}

.glyph :deep(svg) {
  display: block;
}

.rail a:hover {
  background: var(--slate-deep);
}

.rail a.here {
  background: var(--slate-deep);
  border-left-color: var(--amber);
}

.rail-keys {
  margin-top: auto;
  background: none;
  border: 0;
  color: inherit;
  font: inherit;
  font-size: 0.8rem;
  cursor: pointer;
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 0.25rem;
}

main {
  padding: 1rem 1.25rem 0.5rem;
  min-width: 0;
}

.rail .last {
  margin-top: auto;
}

.rail .rail-keys {
  margin-top: 0;
  padding: 0.5rem 0;
}

@media (--narrow) {
  .rail {
    position: static;
    height: auto;
    flex-direction: row;
    align-items: center;
    padding: 0.3rem 0.75rem;
    flex-wrap: wrap;
  }

  .rail-name {
    margin: 0 auto 0 0.5rem;
    display: none;
  }

  .rail a {
    border-left: 0;
    border-bottom: 3px solid transparent;
    padding: 0.35rem 0.75rem;
    flex-direction: row;
    font-size: 0.88rem;
    padding-inline: 0.45rem;
    gap: 0.25rem;
  }

  .rail a.here {
    border-bottom-color: var(--amber);
  }

  main {
    padding: 0.75rem 0.75rem 4rem;
  }

  .rail .last {
    margin-top: 0;
  }
}

@media print {
  .rail,
  .skip {
    display: none;
  }
}
</style>
