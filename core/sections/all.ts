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
import { legalLine } from './around/legal-line.js';
import { menuBar } from './around/menu-bar.js';
import { columns } from './content/columns.js';
import { heading } from './content/heading.js';
import { spot } from './content/spot.js';
import { partOfText } from './content/part-of-text.js';
import { poster } from './content/poster.js';
import { text } from './content/text.js';
import { sharedSection } from './content/shared-section.js';
import { sideBySide } from './content/side-by-side.js';
import { kindSet } from '../kinds/kind.js';
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
  poster,
  sideBySide,
  columns,
  sharedSection,
  spot,
  productRow,
  listing,
  paging,
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
  menuBar,
  cartBadge,
  legalLine,
]);
