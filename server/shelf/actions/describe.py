"""Say what core makes of a product."""

from core.carton import facts
from server.shelf.models import Product
from server.shelf.schemas import ProductOut


def describe(product: Product) -> ProductOut:
    """The product with its sugar, gravity, strength alone and price of sugar."""
    return ProductOut.of(product, facts(product.pour(), product.pack()))
