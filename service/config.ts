/** How a service process is set up, from its environment. */
import { createHash } from 'node:crypto';

export interface Config {
  readonly port: number;
  /** Address the server listens on. */
  readonly listen: string;
  /** Host of the console and the API; storefronts are `<slug>.<host>`, previews `<design>-<slug>.preview.<host>`. */
  readonly host: string;
  /** Proxies whose word about the client's address is taken: addresses, ranges (CIDR), `loopback`, … */
  readonly proxies: readonly string[];
  readonly logLevel: string;
  /** Folder of the built console. */
  readonly consoleFolder: string;
  /** Folder of the preview's script and style. */
  readonly publicFolder: string;
}

/** The origin of a host, with the port where it is not the usual one. */
export const originOf = ({ port }: Pick<Config, 'port'>, host: string): string =>
  `http://${host}${port === 80 ? '' : `:${port}`}`;
export const consoleOrigin = (config: Config): string => originOf(config, config.host);
export const storefrontOrigin = (config: Config, slug: string): string => originOf(config, `${slug}.${config.host}`);
/**
 * The origin that shows previews of one design: of its draft or of a revision, with a template or in a scenario. Each has
 * a host of its own, and so cookies and a cart of its own: two of them open in one browser stay apart.
 */
export function previewOrigin(config: Config, slug: string, designId: number, shown: PreviewShown = {}): string {
  const { revision, template, scenario } = shown;
  const own = template === undefined && scenario === undefined ? '' : `s${digestOf([template, scenario])}`;
  return originOf(
    config,
    `${designId}${revision === undefined ? '' : `r${revision}`}${own}-${slug}.preview.${config.host}`,
  );
}

/** What a preview shows, besides the draft of its design. */
export interface PreviewShown {
  readonly revision?: number | undefined;
  readonly template?: string | undefined;
  readonly scenario?: string | undefined;
}

const digestOf = (what: readonly unknown[]): string =>
  createHash('sha256').update(JSON.stringify(what)).digest('hex').slice(0, 8);

/** The slug in the first label of a preview's host. */
export const slugOfPreview = (label: string): string => label.replace(/^\d+(r\d+)?(s[0-9a-f]{8})?-/, '');
