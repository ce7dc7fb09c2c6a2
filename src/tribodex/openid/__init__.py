"""Single sign-on by OpenID Connect: the site's own provider says who somebody is."""

from tribodex.openid.client import OpenIdProvider, ProviderSettings, provider_settings

__all__ = ["OpenIdProvider", "ProviderSettings", "provider_settings"]
