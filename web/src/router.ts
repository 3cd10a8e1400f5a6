import { createRouter, createWebHistory } from 'vue-router';

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'projects', component: () => import('./projects/ProjectList.vue') },
    {
      path: '/projects/:id',
      component: () => import('./project/ProjectShell.vue'),
      children: [
        { path: '', redirect: { name: 'design' } },
        { path: 'design/:job?', name: 'design', component: () => import('./design/DesignStage.vue') },
        { path: 'prove/:job?', name: 'prove', component: () => import('./prove/ProveStage.vue') },
        { path: 'build', name: 'build', component: () => import('./build/BuildStage.vue') },
        { path: 'bench/:job?', name: 'bench', component: () => import('./bench/BenchStage.vue') },
      ],
    },
    { path: '/sums/:sum?', name: 'sums', component: () => import('./sums/SumsPage.vue') },
    { path: '/parts/:part?', name: 'parts', component: () => import('./parts/PartsPage.vue') },
    { path: '/tables/:table?', name: 'tables', component: () => import('./tables/TablesPage.vue') },
    { path: '/relay', name: 'relay', component: () => import('./bench/RelayPage.vue') },
    { path: '/trouble', name: 'trouble', component: () => import('./bench/TroublePage.vue') },
    { path: '/people', name: 'people', component: () => import('./people/PeoplePage.vue') },
    { path: '/join', name: 'join', component: () => import('./people/JoinPage.vue') },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./shell/NowherePage.vue') },
  ],
});
