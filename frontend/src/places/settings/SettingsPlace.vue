<script setup lang="ts">
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import Textarea from 'primevue/textarea'
import ToggleSwitch from 'primevue/toggleswitch'
import { onMounted } from 'vue'
import type { DeskSettings } from '@/api/client'
import { ORGANISERS } from '@/desk/organisers'
import { useAppearance, type Appearance } from '@/desk/useAppearance'
import { useSettings } from '@/desk/useSettings'
import MyAccount from './MyAccount.vue'
import PupilData from './PupilData.vue'

/** What a teacher sets once, for every place. Each choice is kept at once. */
const appearance = useAppearance()
const APPEARANCES: { id: Appearance; name: string }[] = [
  { id: 'light', name: 'light' },
  { id: 'dark', name: 'dark' },
  { id: 'device', name: 'as the device' },
]
const desk = useSettings()

onMounted(() => Promise.all([desk.ready(), desk.offer()]))

function word(name: string, chosen: string) {
  void desk.change({ words: { ...desk.settings.words, [name]: chosen } })
}
/** Words with spaces or commas between; without any the entry goes. */
function units(typed: string) {
  const chosen = { ...desk.settings.words }
  const words = typed.split(/[\s,;]+/).filter(Boolean)
  if (words.length) chosen.units = words.join(' ')
  else delete chosen.units
  void desk.change({ words: chosen })
}
function way(facet: string, chosen: string) {
  void desk.change({ school: { ...desk.settings.school, [facet]: chosen } })
}
function acronym(chosen: unknown) {
  void desk.change({ acronym: chosen as DeskSettings['acronym'] })
}
function policy(chosen: unknown) {
  void desk.change({ policy: chosen as DeskSettings['policy'] })
}
</script>

<template>
  <div class="settings">
    <header class="settings-head">
      <h1>Settings</h1>
      <p class="quiet" role="status">{{ desk.trouble || desk.saved || 'Chosen once; screen and print speak accordingly.' }}</p>
    </header>
    <div v-if="desk.offered" class="settings-columns">
      <section aria-labelledby="words-title">
        <h2 id="words-title">Words</h2>
        <div v-for="offer in desk.offered.words" :key="offer.name" class="setting">
          <label :for="`word-${offer.name}`">{{ offer.about }}</label>
          <Select
            :input-id="`word-${offer.name}`"
            :model-value="desk.settings.words?.[offer.name] ?? offer.words[0]"
            :options="offer.words"
            size="small"
            :aria-label="offer.about"
            @update:model-value="word(offer.name, $event)"
          />
        </div>
        <div class="setting tall">
          <label for="own-units">Units of your own</label>
          <InputText
            id="own-units"
            :model-value="desk.settings.words?.units ?? ''"
            size="small"
            placeholder="trugs, wheelbarrows"
            maxlength="400"
            aria-describedby="own-units-told"
            @change="units(($event.target as HTMLInputElement).value)"
          />
          <p id="own-units-told" class="quiet">Things that you count in problems, beside metres, kilograms, boards and what else is known.</p>
        </div>
      </section>
      <section aria-labelledby="ways-title">
        <h2 id="ways-title">Usual ways of working</h2>
        <div v-for="facet in desk.offered.facets" :key="facet.id" class="setting">
          <label :for="`way-${facet.id}`">{{ facet.name }}</label>
          <Select
            :input-id="`way-${facet.id}`"
            :model-value="desk.settings.school?.[facet.id] ?? facet.choices[0]?.id"
            :options="facet.choices"
            option-label="name"
            option-value="id"
            size="small"
            :aria-label="facet.name"
            @update:model-value="way(facet.id, $event)"
          />
        </div>
      </section>
      <section aria-labelledby="answers-title">
        <h2 id="answers-title">Answers and sheet</h2>
        <div class="setting tall">
          <label for="policy">How answers are judged</label>
          <Select
            input-id="policy"
            :model-value="desk.settings.policy"
            :options="desk.offered.policies"
            option-label="name"
            option-value="id"
            size="small"
            aria-label="How answers are judged"
            @update:model-value="policy"
          />
          <p class="quiet">{{ desk.offered.policies.find((p) => p.id === desk.settings.policy)?.about }}</p>
        </div>
        <div class="setting">
          <label for="label-required">A label is required where the problem has one</label>
          <ToggleSwitch
            input-id="label-required"
            :model-value="desk.settings.label_required"
            @update:model-value="desk.change({ label_required: $event })"
          />
        </div>
        <div class="setting">
          <label for="place-only">Only what stands in the answer’s place counts</label>
          <ToggleSwitch
            input-id="place-only"
            :model-value="desk.settings.place_only"
            @update:model-value="desk.change({ place_only: $event })"
          />
        </div>
        <div class="setting tall">
          <label for="marking-note">What your school’s own marking policy says; it stands over every round</label>
          <Textarea
            id="marking-note"
            :model-value="desk.settings.marking_note"
            rows="2"
            auto-resize
            maxlength="400"
            @change="desk.change({ marking_note: ($event.target as HTMLTextAreaElement).value })"
          />
        </div>
        <div class="setting tall">
          <label for="acronym">Order of operations</label>
          <Select
            input-id="acronym"
            :model-value="desk.settings.acronym"
            :options="desk.offered.acronyms"
            option-label="name"
            option-value="id"
            size="small"
            aria-label="Order of operations"
            @update:model-value="acronym"
          />
          <p class="quiet">{{ desk.offered.acronyms.find((a) => a.id === desk.settings.acronym)?.about }}</p>
        </div>
        <div class="setting">
          <span>Light or dark, in this browser</span>
          <SelectButton v-model="appearance" :options="APPEARANCES" option-label="name" option-value="id" :allow-empty="false" size="small" aria-label="Light or dark" />
        </div>
        <div class="setting tall">
          <span id="organiser-label">A working is laid out as</span>
          <Select
            :model-value="desk.settings.organiser"
            :options="ORGANISERS"
            option-label="name"
            option-value="id"
            size="small"
            aria-label="A working is laid out as"
            @update:model-value="desk.change({ organiser: $event })"
          />
        </div>
      </section>
    </div>
    <PupilData />
    <MyAccount />
  </div>
</template>

<style scoped>
.settings-head {
  display: flex;
  align-items: baseline;
  gap: 1.2rem;
  margin-bottom: 0.8rem;
}

.settings-columns {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 1.5rem;
  align-items: start;
}

.settings-columns section {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0.7rem 1rem 0.9rem;
}

.setting {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 0.8rem;
  padding: 0.15rem 0;
  font-size: 0.92rem;
}

.setting :deep(.p-select) {
  width: 11rem;
  flex: none;
}

.setting :deep(.p-select-label) {
  white-space: normal;
}

.setting.tall {
  flex-wrap: wrap;
}

.setting.tall :deep(:is(.p-select, .p-textarea)) {
  width: 100%;
}

.setting.tall p {
  width: 100%;
  font-size: 0.86rem;
}

@media (--medium) {
  .settings-columns {
    grid-template-columns: minmax(0, 1fr);
  }
}

@media (--narrow) {
  .setting {
    flex-wrap: wrap;
  }
}
</style>
