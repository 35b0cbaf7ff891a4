"""Who brews here."""

from django.contrib.auth.models import AbstractUser
from django.db import models


class Account(AbstractUser):
    """A person with a kitchen. Everything else in the record belongs to one."""

    time_zone = models.CharField(max_length=64, default="UTC")
    currency = models.CharField(max_length=3, default="GBP")
