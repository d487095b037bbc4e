/** Every section kind that ships, in the order the catalogue of kinds shows them. */
import { cartLink } from './around/cart-link.js';
import { cartLines } from './cart/cart-lines.js';
import { checkoutButton } from './cart/checkout-button.js';
import { totals } from './cart/totals.js';
import { buyer } from './checkout/buyer.js';
import { deliveryAddress } from './checkout/delivery-address.js';
import { orderButton } from './checkout/order-button.js';
import { yourOrder } from './checkout/your-order.js';
import { deliveryChoice } from './checkout/delivery-choice.js';
import { paymentChoice } from './checkout/payment-choice.js';
import { orderLines } from './order/order-lines.js';
import { thanks } from './order/thanks.js';
import { countdown } from './around/countdown.js';
import { searchBox } from './around/search-box.js';
import { elsewhereOnline } from './around/elsewhere-online.js';
import { newsSignUp } from './around/news-sign-up.js';
import { signInForm } from './shopper/sign-in-form.js';
import { notice } from './around/notice.js';
import { openingHours } from './around/opening-hours.js';
import { paymentLogos } from './around/payment-logos.js';
import { contactDetails } from './around/contact-details.js';
import { logo } from './around/logo.js';
import { smallPrint } from './around/small-print.js';
import { linkList } from './around/link-list.js';
import { menuBar } from './around/menu-bar.js';
import { breadcrumb } from './content/breadcrumb.js';
import { carousel } from './content/carousel.js';
import { columns } from './content/columns.js';
import { contents } from './content/contents.js';
import { detailRows } from './content/detail-rows.js';
import { directory } from './content/directory.js';
import { divider } from './content/divider.js';
import { fileList } from './content/file-list.js';
import { accordion } from './content/accordion.js';
import { gallery } from './content/gallery.js';
import { heading } from './content/heading.js';
import { howItWorks } from './content/how-it-works.js';
import { map } from './content/map.js';
import { messageForm } from './content/message-form.js';
import { ownHtml } from './content/own-html.js';
import { openPlace } from './content/open-place.js';
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
import { subCollections } from './listing/sub-collections.js';
import { numberOfResults } from './listing/number-of-results.js';
import { listing } from './listing/listing.js';
import { filters } from './listing/filters.js';
import { paging } from './listing/paging.js';
import { sortMenu } from './listing/sort-menu.js';
import { viewSwitch } from './listing/view-switch.js';
import { buyForm } from './product/buy-form.js';
import { pageTitle } from './product/page-title.js';
import { price } from './product/price.js';
import { productPictures } from './product/product-pictures.js';
import { productRow } from './product/product-row.js';
import { productTitle } from './product/product-title.js';

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
  accordion,
  columns,
  divider,
  video,
  fileList,
  map,
  messageForm,
  partOfPage,
  pagesByLabel,
  detailRows,
  directory,
  breadcrumb,
  ownHtml,
  sharedSection,
  openPlace,
  productRow,
  collectionTiles,
  subCollections,
  listing,
  sortMenu,
  viewSwitch,
  filters,
  paging,
  numberOfResults,
  pageTitle,
  productPictures,
  productTitle,
  price,
  buyForm,
  cartLines,
  totals,
  checkoutButton,
  buyer,
  deliveryAddress,
  deliveryChoice,
  paymentChoice,
  yourOrder,
  orderButton,
  thanks,
  orderLines,
  signInForm,
  logo,
  menuBar,
  searchBox,
  linkList,
  cartLink,
  notice,
  countdown,
  newsSignUp,
  contactDetails,
  openingHours,
  elsewhereOnline,
  paymentLogos,
  smallPrint,
]);
