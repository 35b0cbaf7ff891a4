"""Constants that were recalled rather than read, each with the second route that confirms it,
and formulas in common use that core does not follow."""

RECALLED = [
    ("OIML R 22 coefficients for ethanol and water", "its printed table, within 0.1 kg/m³; pure water and pure ethanol"),
    ("Henry's constant of CO2, Plummer and Busenberg 1982", "USGS phreeqc, run here, within 3 %"),
    ("CO2 in wine, van 't Hoff's line through Agabaliantz's tables", "common practice tables of pressure in wine, 20 and 30 °C, within 0.1 bar"),
    ("CO2 and sugar, Usher 1910", "Schumpe's constant for sucrose (memory as well): the same slope"),
    ("pK of the acids, NIST at no ionic strength", "USGS phreeqc, run here with the same acids, within 0.05 pH"),
    ("pK of SO2 1.81, sorbic 4.76, benzoic 4.20 acid", "SO2: common practice tables of free and molecular SO2; the other two: none"),
    ("Balling's yield, 2.0665 g of extract for 1 g of ethanol", "between EU wine law's 16.83 and the practical 17.5 g/L of hexose for 1 % vol; 95 % of stoichiometry (molar masses)"),
    ("By-products 0.04 g per g of sugar, 0.70 ml per g", "Balling's attenuation within 1.5 % over musts of 1.040 to 1.110"),
    ("Directive 2001/112/EC Annex V, least Brix", "USDA SR24 solids of apple, grape, orange, grapefruit and lemon juice, within 0.6 g in 100 g"),
    ("Fruit: sugar, pulp, sugar-free extract", "USDA SR24, by row"),
    ("Fruit: acid and tannin; share of sucrose", "none: kept as wide ranges, and carried to the interval"),
    ("Refraction of ethanol in water, CRC Handbook", "pure ethanol by the library chemicals bends 1 % more than in water"),
    ("EU ceilings: 200 mg/L sorbic acid, 150 to 200 mg/L SO2", "none: the lower figure is used, and local law is deferred to"),
    ("EU words for sweetness, Regulation (EU) 2019/33", "none: a word beside the figure, never instead of it"),
    ("Nitrogen in supermarket juice, 20 to 80 mg/L", "none: a wide range, and the dose is for what is missing at its middle"),
    ("Sweetness of erythritol 0.65, xylitol 1.0, sorbitol 0.55 of sugar", "none: taste decides"),
    ("Usual bands: acid 4.5 to 8 g/L, tannin 0.3 to 1.5, other extract 15 to 30", "none: common practice; drawn as bands, never as limits"),
    ("Density of fibre, 1.5 g/ml", "none: moves the fill of a jug with a kilo of berries by 10 ml"),
]  # fmt: skip

NOT_FOLLOWED = [
    ("RE = 0.1808 OE + 0.8192 AE, forwards and with by-products", "1.100 stopped at 10 % comes out at 1.030, where brewers find 1.024 to 1.026 (docs/decisions/0001)"),
    ("A must shrinks by 0.5 to 1.5 %", "mass and density give 0.1 to 0.6 %; the rest is lees and samples"),
    ("A cubic in both Brix for the refractometer", "fitted to beers: 0.01 and more too high for a must that ends below 1.000"),
    ("Gas left: 3.0378 - 0.050062 F + 0.00026555 F²", "within 2 % to 25 °C, wrong above 30 and rising past 34"),
    ("Pressure of a bottle from water alone", "a drink of 12 % presses a quarter more at 20 °C, a third at 30"),
    ("Cranberry juice, 12.1 g of sugar in 100 g (USDA SR24 43382)", "counts all carbohydrate; the raw fruit has 4.0"),
    ("1 + B/(258.6 - 227.1 B/258.2)", "2.4e-3 off at 60 °Bx and 1e-2 at 80: no use for honey"),
]  # fmt: skip
