import { Box, chakra, Group, HStack, Text } from "@chakra-ui/react";
import { Link } from "react-router";
import type { Schemas } from "../api/client";
import { Bar } from "../drawing/Bar";
import { Pack } from "../drawing/Pack";
import { gravityRange, money, percent, productPack, range, sugarShare, whole } from "../format";
import { QuietButton } from "../frame/states";
import { Tick } from "../frame/Tick";
import { drinkToken } from "../theme/drinks";
import css from "./ProductRow.module.css";
import { VerdictMark } from "./Verdict";

type Product = Schemas["ProductOut"];

// A full bar of sugar: what the sweetest juices have. Syrups run out of it.
const FULL_G_PER_L = 200;

export function ProductRow({
  product,
  currency,
  kindName,
  compact,
  compared,
  canCompare,
  onCompare,
  onAtHome,
  onRemove,
}: {
  product: Product;
  currency: string;
  kindName: string;
  /** Beside the open reader there is room to look, not to act. */
  compact: boolean;
  compared: boolean;
  canCompare: boolean;
  onCompare: (on: boolean) => void;
  onAtHome: (packs: string) => void;
  onRemove: () => void;
}) {
  const { facts } = product;
  const poured = facts.verdict.code !== "supply";
  return (
    <chakra.li
      display="grid"
      gridTemplateColumns={{
        base: "24px minmax(0,1fr) auto",
        md: compact
          ? "24px minmax(0,1.2fr) minmax(0,1fr)"
          : "24px minmax(0,1.2fr) minmax(0,1.15fr) minmax(0,1fr) 16.5rem",
      }}
      columnGap="3"
      rowGap="1"
      alignItems="center"
      py="2.5"
      borderBottomWidth="1px"
      borderColor="line"
      _last={{ borderBottomWidth: 0 }}
    >
      <chakra.div gridRow={{ base: "1 / span 3", md: compact ? "1 / span 2" : "auto" }}>
        {poured && <Pack kind={product.kind} drink={drinkToken(product)} />}
      </chakra.div>
      <Box minW="0">
        <Link to={`/shelf/${product.id}`} className={css.name}>
          {product.name}
        </Link>
        <Text color="quiet" fontSize="sm">
          {productPack(product)}
          {product.price !== null && ` · ${money(product.price, currency)}`}
          {Number(product.at_home) > 0 && ` · ${Number(product.at_home)} in stock`}
        </Text>
      </Box>
      <Box
        gridColumn={{ base: "2 / -1", md: "auto" }}
        gridRow={{ base: 2, md: "auto" }}
        fontSize="sm"
      >
        {!poured ? null : facts.sugar_g_per_l !== null ? (
          <>
            <Bar {...facts.sugar_g_per_l} most={FULL_G_PER_L} drink={drinkToken(product)} />
            <Text>{range(facts.sugar_g_per_l, whole)} g/L sugar</Text>
          </>
        ) : (
          <>
            <Bar
              low={facts.sugar_g_per_100_g}
              high={facts.sugar_g_per_100_g}
              most={100}
              drink={drinkToken(product)}
            />
            <Text>{sugarShare(facts.sugar_g_per_100_g)} g sugar in 100 g</Text>
          </>
        )}
        {facts.reads && (
          <Text color="quiet">
            reads {gravityRange(facts.reads)}
            {facts.strength_alone && ` · alone ${percent(facts.strength_alone.value)}`}
          </Text>
        )}
      </Box>
      <Box
        fontSize="sm"
        gridColumn={{ base: "2 / -1", md: compact ? "3" : "auto" }}
        gridRow={{ base: 3, md: compact ? 2 : "auto" }}
      >
        {poured ? <VerdictMark verdict={facts.verdict} /> : <Text color="quiet">{kindName}</Text>}
        <Text>
          {facts.price_per_100_g_sugar !== null && (
            <>
              <b>{money(String(facts.price_per_100_g_sugar), currency)}</b>{" "}
              <Box as="span" color="quiet">
                per 100 g sugar
              </Box>
            </>
          )}
          {facts.price_each !== null && `${money(String(facts.price_each), currency)} each`}
        </Text>
      </Box>
      <HStack
        hidden={compact}
        gap="1"
        wrap="wrap"
        justify="flex-end"
        gridRow={{ base: 4, md: "auto" }}
        gridColumn={{ base: "1 / -1", md: "auto" }}
      >
        <Group attached role="group" aria-label={`${product.name} in stock`}>
          <QuietButton
            size="slim"
            variant="soft"
            aria-label={`One ${product.name} less in stock`}
            disabled={Number(product.at_home) === 0}
            onClick={() => onAtHome(String(Math.max(Number(product.at_home) - 1, 0)))}
          >
            −
          </QuietButton>
          <QuietButton
            size="slim"
            variant="soft"
            aria-label={`One ${product.name} more in stock`}
            onClick={() => onAtHome(String(Number(product.at_home) + 1))}
          >
            +
          </QuietButton>
        </Group>
        {poured && (
          <Tick
            label={`Compare ${product.name}`}
            checked={compared}
            disabled={!compared && !canCompare}
            onChange={onCompare}
          >
            <Text as="span" fontSize="sm">
              compare
            </Text>
          </Tick>
        )}
        <QuietButton
          size="slim"
          variant="soft"
          onClick={onRemove}
          aria-label={`Take ${product.name} off the shelf`}
        >
          ✕
        </QuietButton>
      </HStack>
    </chakra.li>
  );
}
