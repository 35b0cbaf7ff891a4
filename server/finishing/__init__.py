"""From stopped to bottled: cleared, stabilised, sweetened, blended, and the bottles at home."""
