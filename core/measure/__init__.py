"""What is measured: density and scales, units and spoons, money, and how sure an amount is."""
