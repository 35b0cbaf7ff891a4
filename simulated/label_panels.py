"""Nutrition panels that law gives one shape to, in the United States and Canada.

Sugars and carbohydrate are in g in 100 ml; `amount` is a serving in ml.
"""

import random

KCAL_PER_G = 4


def us_panel(
    draw: random.Random, head: str, amount: float, sugars: float, carbs: float
) -> tuple[str, str]:
    """As printed in the United States, and how it is set: in lines, running, in two languages."""
    of = amount / 100
    added = draw.choice((0, 0, round(sugars * of / 2)))
    count = draw.choice((4, 8))
    kcal, carb, sugar = (round(each) for each in (carbs * of * KCAL_PER_G, carbs * of, sugars * of))
    layout = draw.choice(("us panel", "us panel", "us running", "us bilingual"))
    if layout == "us running":
        told = (
            f"{head}, Servings about {count}",
            f"Amount Per Serving: Calories {kcal}",
            "Total Fat 0g (0% DV)",
            "Sodium 5mg (0% DV)",
            f"Total Carb. {carb}g ({draw.randrange(4, 15)}% DV)",
            f"Total Sugars {sugar}g (Incl. {added}g Added Sugars, {added * 2}% DV)",
            "Protein 0g.",
        )
        return f"Nutrition Facts {', '.join(told)}", layout
    if layout == "us bilingual":
        lines = [
            "Nutrition Facts / Datos de Nutrición",
            head,
            f"Servings Per Container / Raciones por Envase {count}",
            f"Calories / Calorías {kcal}",
            "Total Fat / Grasa Total 0g",
            "Sodium / Sodio 10mg",
            f"Total Carbohydrate / Carbohidrato Total {carb}g",
            f"Sugars / Azúcares {sugar}g",
            "Protein / Proteínas 0g",
        ]
        return "\n".join(lines), layout
    lines = [
        "Nutrition Facts",
        f"{count} servings per container",
        head,
        draw.choice(("Amount per serving", "Amount Per Serving")),
        f"Calories {kcal}",
        "% Daily Value*",
        "Total Fat 0g 0%",
        "Saturated Fat 0g 0%",
        f"Sodium {draw.choice((5, 10, 15))}mg 1%",
        f"Total Carbohydrate {carb}g {draw.randrange(4, 15)}%",
        "Dietary Fiber 0g 0%",
        f"Total Sugars {sugar}g",
        f"Includes {added}g Added Sugars {added * 2}%",
        "Protein 0g",
    ]
    return "\n".join(lines), layout


def canada_panel(draw: random.Random, head: str, amount: float, sugars: float, carbs: float) -> str:
    """As printed in Canada, each line in both languages."""
    of = amount / 100
    lines = [
        draw.choice(("Nutrition Facts\nValeur nutritive", "Nutrition Facts / Valeur nutritive")),
        head,
        f"Calories {carbs * of * KCAL_PER_G:.0f} % Daily Value*",
        "% valeur quotidienne*",
        "Fat / Lipides 0 g 0 %",
        "Saturated / saturés 0 g 0 %",
        f"Carbohydrate / Glucides {carbs * of:.0f} g",
        "Fibre / Fibres 0 g 0 %",
        f"Sugars / Sucres {sugars * of:.0f} g {draw.randrange(5, 30)} %",
        "Protein / Protéines 0.2 g",
        "Sodium 10 mg 1 %",
    ]
    return "\n".join(lines)
