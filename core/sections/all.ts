/** Every section kind that ships, in the order the catalogue of kinds shows them. */
import { cartBadge } from './around/cart-badge.js';
import { cartLines } from './cart/cart-lines.js';
import { toCheckout } from './cart/to-checkout.js';
import { totals } from './cart/totals.js';
import { buyer } from './checkout/buyer.js';
import { deliverTo } from './checkout/deliver-to.js';
import { orderButton } from './checkout/order-button.js';
import { orderRecap } from './checkout/order-recap.js';
import { waysToDeliver } from './checkout/ways-to-deliver.js';
import { waysToPay } from './checkout/ways-to-pay.js';
import { orderLines } from './order/order-lines.js';
import { thanks } from './order/thanks.js';
import { countdown } from './around/countdown.js';
import { findBox } from './around/find-box.js';
import { findUs } from './around/find-us.js';
import { mailSignUp } from './around/mail-sign-up.js';
import { signInForm } from './shopper/sign-in-form.js';
import { notice } from './around/notice.js';
import { openingHours } from './around/opening-hours.js';
import { paymentMarks } from './around/payment-marks.js';
import { reachDetails } from './around/reach-details.js';
import { storeMark } from './around/store-mark.js';
import { legalLine } from './around/legal-line.js';
import { linkList } from './around/link-list.js';
import { menuBar } from './around/menu-bar.js';
import { breadcrumb } from './content/breadcrumb.js';
import { carousel } from './content/carousel.js';
import { columns } from './content/columns.js';
import { contents } from './content/contents.js';
import { details } from './content/details.js';
import { directory } from './content/directory.js';
import { divider } from './content/divider.js';
import { fileList } from './content/file-list.js';
import { folds } from './content/folds.js';
import { gallery } from './content/gallery.js';
import { heading } from './content/heading.js';
import { howItWorks } from './content/how-it-works.js';
import { map } from './content/map.js';
import { messageForm } from './content/message-form.js';
import { ownHtml } from './content/own-html.js';
import { spot } from './content/spot.js';
import { pagesByLabel } from './content/pages-by-label.js';
import { partOfPage } from './content/part-of-page.js';
import { partOfText } from './content/part-of-text.js';
import { picture } from './content/picture.js';
import { poster } from './content/poster.js';
import { quotes } from './content/quotes.js';
import { text } from './content/text.js';
import { sharedSection } from './content/shared-section.js';
import { sideBySide } from './content/side-by-side.js';
import { video } from './content/video.js';
import { kindSet } from '../kinds/kind.js';
import { collectionTiles } from './listing/collection-tiles.js';
import { foundCount } from './listing/found-count.js';
import { listing } from './listing/listing.js';
import { paging } from './listing/paging.js';
import { buyForm } from './product/buy-form.js';
import { pageTitle } from './product/page-title.js';
import { price } from './product/price.js';
import { productPictures } from './product/product-pictures.js';
import { productRow } from './product/product-row.js';
import { productIntro } from './product/product-intro.js';

export const SHIPPED_KINDS = kindSet([
  heading,
  text,
  partOfText,
  picture,
  poster,
  sideBySide,
  carousel,
  gallery,
  quotes,
  howItWorks,
  contents,
  folds,
  columns,
  divider,
  video,
  fileList,
  map,
  messageForm,
  partOfPage,
  pagesByLabel,
  details,
  directory,
  breadcrumb,
  ownHtml,
  sharedSection,
  spot,
  productRow,
  collectionTiles,
  listing,
  paging,
  foundCount,
  pageTitle,
  productPictures,
  productIntro,
  price,
  buyForm,
  cartLines,
  totals,
  toCheckout,
  buyer,
  deliverTo,
  waysToDeliver,
  waysToPay,
  orderRecap,
  orderButton,
  thanks,
  orderLines,
  signInForm,
  storeMark,
  menuBar,
  findBox,
  linkList,
  cartBadge,
  notice,
  countdown,
  mailSignUp,
  reachDetails,
  openingHours,
  findUs,
  paymentMarks,
  legalLine,
]);
