<input class="form-control" id="password" name="password" autocomplete="off" maxlength="100" value="{{ $value }}">
