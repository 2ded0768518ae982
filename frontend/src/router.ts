import { createRouter, createWebHistory } from 'vue-router'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/work' },
    { path: '/work', name: 'work', component: () => import('@/places/work/WorkPlace.vue') },
    {
      path: '/line-up/:set?',
      name: 'line-up',
      component: () => import('@/places/line-up/LineUpPlace.vue'),
    },
    { path: '/show/:set?', name: 'show', component: () => import('@/places/show/ShowPlace.vue') },
    { path: '/presenter/:set', name: 'presenter', component: () => import('@/places/show/PresenterPlace.vue') },
    { path: '/print/:set?', name: 'print', component: () => import('@/places/print/PrintPlace.vue') },
    { path: '/mark/:round?', name: 'mark', component: () => import('@/places/mark/MarkPlace.vue') },
    {
      path: '/look-back/:round?',
      name: 'look-back',
      component: () => import('@/places/look-back/LookBackPlace.vue'),
    },
    { path: '/settings', name: 'settings', component: () => import('@/places/settings/SettingsPlace.vue') },
    { path: '/teachers', name: 'teachers', component: () => import('@/places/teachers/TeachersPlace.vue') },
    { path: '/welcome', name: 'welcome', component: () => import('@/places/welcome/WelcomePlace.vue') },
    { path: '/sign-in', redirect: '/work' },
    { path: '/:rest(.*)*', redirect: '/work' },
  ],
})
