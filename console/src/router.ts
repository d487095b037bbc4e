/** The console's web addresses. Whatever is open has one that can be kept and shared. */
import { createRouter, createWebHistory } from 'vue-router';

declare module 'vue-router' {
  interface RouteMeta {
    /** Open to those who are not signed in. */
    readonly open?: boolean;
    readonly title: string;
  }
}

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', redirect: '/overview' },
    { path: '/sign-in', component: () => import('./pages/SignIn.vue'), meta: { open: true, title: 'Sign in' } },
    { path: '/join/:token', component: () => import('./pages/JoinPage.vue'), meta: { open: true, title: 'Join' } },
    {
      path: '/forgotten-password',
      component: () => import('./pages/ForgotPassword.vue'),
      meta: { open: true, title: 'Forgotten password' },
    },
    {
      path: '/new-password/:token',
      component: () => import('./pages/NewPassword.vue'),
      meta: { open: true, title: 'New password' },
    },
    { path: '/overview', component: () => import('./pages/OverviewPage.vue'), meta: { title: 'Overview' } },
    { path: '/pages', component: () => import('./pages/PagesPage.vue'), meta: { title: 'Pages' } },
    { path: '/templates', component: () => import('./pages/TemplatesPage.vue'), meta: { title: 'Templates' } },
    { path: '/look', component: () => import('./pages/LookPage.vue'), meta: { title: 'Look' } },
    { path: '/content', component: () => import('./pages/ContentList.vue'), meta: { title: 'Content pages' } },
    { path: '/content/:code', component: () => import('./pages/ContentForm.vue'), meta: { title: 'Content page' } },
    { path: '/menus/:code?', component: () => import('./pages/MenusPage.vue'), meta: { title: 'Menus' } },
    {
      path: '/sample-catalogue',
      component: () => import('./pages/SampleCatalogue.vue'),
      meta: { title: 'Sample catalogue' },
    },
    { path: '/regions', component: () => import('./pages/RegionsPage.vue'), meta: { title: 'Regions' } },
    { path: '/rules/:kind?', component: () => import('./pages/RulesPage.vue'), meta: { title: 'Rules' } },
    { path: '/additions', component: () => import('./pages/AdditionsPage.vue'), meta: { title: 'Additions' } },
    { path: '/additions/:code', component: () => import('./pages/AdditionForm.vue'), meta: { title: 'Addition' } },
    { path: '/paths', component: () => import('./pages/PathsPage.vue'), meta: { title: 'Paths' } },
    { path: '/delivery', component: () => import('./pages/DeliveryPage.vue'), meta: { title: 'Delivery' } },
    { path: '/pictures', component: () => import('./pages/PicturesPage.vue'), meta: { title: 'Pictures' } },
    { path: '/store', component: () => import('./pages/StorePage.vue'), meta: { title: 'Store' } },
    { path: '/inbox', component: () => import('./pages/InboxPage.vue'), meta: { title: 'Inbox' } },
    { path: '/designs', component: () => import('./pages/DesignsPage.vue'), meta: { title: 'Designs' } },
    { path: '/revisions', component: () => import('./pages/RevisionsPage.vue'), meta: { title: 'Revisions' } },
    { path: '/team', component: () => import('./pages/TeamPage.vue'), meta: { title: 'Team' } },
    { path: '/account', component: () => import('./pages/AccountPage.vue'), meta: { title: 'Your account' } },
    { path: '/new-store', component: () => import('./pages/NewStore.vue'), meta: { title: 'New store' } },
    { path: '/compare', component: () => import('./pages/ComparePage.vue'), meta: { title: 'Compare' } },
    { path: '/workbench/:page', component: () => import('./workbench/WorkBench.vue'), meta: { title: 'Workbench' } },
    { path: '/:rest(.*)*', component: () => import('./pages/PageNotFound.vue'), meta: { title: 'Page not found' } },
  ],
});

router.afterEach((to) => {
  document.title = `${to.meta.title} · Parlour`;
});
