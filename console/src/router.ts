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
    {
      path: '/sign-in',
      component: () => import('./pages/entrance/SignIn.vue'),
      meta: { open: true, title: 'Sign in' },
    },
    {
      path: '/join/:token',
      component: () => import('./pages/entrance/JoinPage.vue'),
      meta: { open: true, title: 'Join' },
    },
    {
      path: '/first-account/:token',
      component: () => import('./pages/entrance/FirstAccount.vue'),
      meta: { open: true, title: 'Make the first account' },
    },
    {
      path: '/forgotten-password',
      component: () => import('./pages/entrance/ForgotPassword.vue'),
      meta: { open: true, title: 'Forgotten password' },
    },
    {
      path: '/new-password/:token',
      component: () => import('./pages/entrance/NewPassword.vue'),
      meta: { open: true, title: 'New password' },
    },
    { path: '/overview', component: () => import('./pages/store/OverviewPage.vue'), meta: { title: 'Overview' } },
    {
      path: '/products',
      component: () => import('./pages/catalogue/ProductsPage.vue'),
      meta: { title: 'Products' },
    },
    {
      path: '/products/:code',
      component: () => import('./pages/catalogue/ProductForm.vue'),
      meta: { title: 'Product' },
    },
    {
      path: '/new-product',
      component: () => import('./pages/catalogue/ProductForm.vue'),
      meta: { title: 'New product' },
    },
    {
      path: '/collections',
      component: () => import('./pages/catalogue/CollectionsPage.vue'),
      meta: { title: 'Collections' },
    },
    {
      path: '/collections/:code',
      component: () => import('./pages/catalogue/CollectionForm.vue'),
      meta: { title: 'Collection' },
    },
    {
      path: '/files',
      component: () => import('./pages/catalogue/FilesPage.vue'),
      meta: { title: 'Import and export' },
    },
    { path: '/brands', component: () => import('./pages/catalogue/BrandsPage.vue'), meta: { title: 'Brands' } },
    { path: '/reviews', component: () => import('./pages/catalogue/ReviewsPage.vue'), meta: { title: 'Reviews' } },
    { path: '/pages', component: () => import('./pages/store-pages/PagesPage.vue'), meta: { title: 'Pages' } },
    {
      path: '/templates',
      component: () => import('./pages/templates/TemplatesPage.vue'),
      meta: { title: 'Templates' },
    },
    { path: '/look', component: () => import('./pages/look/LookPage.vue'), meta: { title: 'Look' } },
    { path: '/content', component: () => import('./pages/content/ContentList.vue'), meta: { title: 'Content pages' } },
    {
      path: '/content/:code',
      component: () => import('./pages/content/ContentForm.vue'),
      meta: { title: 'Content page' },
    },
    { path: '/menus/:code?', component: () => import('./pages/content/MenusPage.vue'), meta: { title: 'Menus' } },
    {
      path: '/sample-catalogue',
      component: () => import('./pages/store/SampleCatalogue.vue'),
      meta: { title: 'Sample catalogue' },
    },
    { path: '/regions', component: () => import('./pages/regions/RegionsPage.vue'), meta: { title: 'Regions' } },
    { path: '/rules/:kind?', component: () => import('./pages/store-pages/RulesPage.vue'), meta: { title: 'Rules' } },
    {
      path: '/findings',
      component: () => import('./pages/publishing/FindingsPage.vue'),
      meta: { title: 'Inspection' },
    },
    { path: '/additions', component: () => import('./pages/regions/AdditionsPage.vue'), meta: { title: 'Additions' } },
    {
      path: '/additions/:code',
      component: () => import('./pages/regions/AdditionForm.vue'),
      meta: { title: 'Addition' },
    },
    { path: '/paths', component: () => import('./pages/store-pages/PathsPage.vue'), meta: { title: 'Paths' } },
    { path: '/delivery', component: () => import('./pages/store/DeliveryPage.vue'), meta: { title: 'Delivery' } },
    { path: '/pictures', component: () => import('./pages/content/PicturesPage.vue'), meta: { title: 'Pictures' } },
    { path: '/store', component: () => import('./pages/store/StorePage.vue'), meta: { title: 'Store' } },
    { path: '/orders', component: () => import('./pages/store/OrdersPage.vue'), meta: { title: 'Orders' } },
    { path: '/orders/:number', component: () => import('./pages/store/OrderPage.vue'), meta: { title: 'Order' } },
    { path: '/inbox', component: () => import('./pages/store/InboxPage.vue'), meta: { title: 'Inbox' } },
    { path: '/designs', component: () => import('./pages/publishing/DesignsPage.vue'), meta: { title: 'Designs' } },
    {
      path: '/revisions',
      component: () => import('./pages/publishing/RevisionsPage.vue'),
      meta: { title: 'Revisions' },
    },
    { path: '/team', component: () => import('./pages/store/TeamPage.vue'), meta: { title: 'Team' } },
    { path: '/account', component: () => import('./pages/store/AccountPage.vue'), meta: { title: 'Your account' } },
    { path: '/new-store', component: () => import('./pages/entrance/NewStore.vue'), meta: { title: 'New store' } },
    { path: '/compare', component: () => import('./pages/publishing/ComparePage.vue'), meta: { title: 'Compare' } },
    { path: '/workbench/:page', component: () => import('./workbench/WorkBench.vue'), meta: { title: 'Workbench' } },
    { path: '/:rest(.*)*', component: () => import('./shell/PageNotFound.vue'), meta: { title: 'Page not found' } },
  ],
});

router.afterEach((to) => {
  document.title = `${to.meta.title} · Parlour`;
});
