/** How a service process is set up, from its environment. */
export interface Config {
  readonly port: number;
  /** Address the server listens on. */
  readonly listen: string;
  /** Host of the console and the API; storefronts are `<slug>.<host>`, previews `<slug>.preview.<host>`. */
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
export const previewOrigin = (config: Config, slug: string): string =>
  originOf(config, `${slug}.preview.${config.host}`);
