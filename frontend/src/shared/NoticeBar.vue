<script setup lang="ts">
import PressButton from './PressButton.vue'
import { useNotice } from '@/desk/useNotice'
import NoticeBox from './NoticeBox.vue'

/** What went wrong and is told nowhere else, above whatever place is open. */
const notice = useNotice()
</script>

<template>
  <NoticeBox
    v-if="notice.kept && !notice.said"
    says="Keen Slate does not answer. This is as it was loaded last; what you type stays here."
  />
  <NoticeBox v-if="notice.said" :says="notice.said">
    <PressButton label="All right" size="small" variant="text" @click="notice.said = ''" />
  </NoticeBox>
</template>
