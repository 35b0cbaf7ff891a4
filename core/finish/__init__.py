"""After the ferment: what is lost, held back, stabilised and sweetened."""
